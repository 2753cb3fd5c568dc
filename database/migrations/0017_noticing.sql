CREATE TABLE "noticed_acts" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"at_ms" bigint NOT NULL,
	"step" json NOT NULL,
	"program_id" text,
	"shape" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "noticed_aside" (
	"id" text PRIMARY KEY NOT NULL,
	"at_ms" bigint NOT NULL
);
