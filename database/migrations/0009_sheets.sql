CREATE TABLE "kits" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"steps" json NOT NULL,
	"version" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "levers" ADD COLUMN "pulled_again" text;--> statement-breakpoint
ALTER TABLE "levers" ADD COLUMN "inputs" json;