CREATE TABLE "entry_files" (
	"id" text PRIMARY KEY NOT NULL,
	"file_text" text NOT NULL
);
