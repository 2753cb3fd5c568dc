CREATE TABLE "kept_frames" (
	"file" text PRIMARY KEY NOT NULL,
	"frame_id" text NOT NULL,
	"base" json NOT NULL
);
