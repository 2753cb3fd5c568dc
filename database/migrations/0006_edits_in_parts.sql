CREATE TABLE "pending_edits" (
	"id" integer PRIMARY KEY NOT NULL,
	"revision_id" integer NOT NULL,
	"side" text NOT NULL,
	"version" integer
);
--> statement-breakpoint
CREATE TABLE "revision_parts" (
	"act" text NOT NULL,
	"part" integer NOT NULL,
	"entries" json NOT NULL,
	"shape" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "revision_parts_act_part_pk" PRIMARY KEY("act","part")
);
--> statement-breakpoint
ALTER TABLE "revisions" ADD COLUMN "act" text;