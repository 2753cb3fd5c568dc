CREATE TABLE "check_ups" (
	"id" integer PRIMARY KEY NOT NULL,
	"well_at_ms" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "findings" (
	"id" text PRIMARY KEY NOT NULL,
	"since_ms" bigint NOT NULL,
	"accepted" json
);
