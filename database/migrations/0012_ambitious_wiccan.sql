CREATE TABLE "recorded_rows" (
	"position" integer PRIMARY KEY NOT NULL,
	"body" json NOT NULL,
	"shape" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "recorder" (
	"id" integer PRIMARY KEY NOT NULL,
	"phase" text NOT NULL,
	"left_out" json NOT NULL
);
