CREATE TABLE "recordings" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"at_ms" bigint NOT NULL,
	"events" json NOT NULL
);
--> statement-breakpoint
CREATE TABLE "settings" (
	"id" text PRIMARY KEY NOT NULL,
	"body" json NOT NULL
);
--> statement-breakpoint
ALTER TABLE "frames" ADD COLUMN "condition" json;--> statement-breakpoint
ALTER TABLE "frames" ADD COLUMN "rules" json;