CREATE TABLE "bench_head" (
	"id" integer PRIMARY KEY NOT NULL,
	"version" bigint NOT NULL,
	"at_ms" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "bench_parts" (
	"part" text PRIMARY KEY NOT NULL,
	"body" json NOT NULL,
	"shape" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "lever_days" (
	"lever_id" text NOT NULL,
	"day" integer NOT NULL,
	"pulls" integer NOT NULL,
	"done" integer NOT NULL,
	"failed" integer NOT NULL,
	"stopped" integer NOT NULL,
	"total_ms" bigint NOT NULL,
	CONSTRAINT "lever_days_lever_id_day_pk" PRIMARY KEY("lever_id","day")
);
--> statement-breakpoint
CREATE TABLE "log_entries" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"run_id" text,
	"source" text NOT NULL,
	"at_ms" bigint NOT NULL,
	"version" bigint NOT NULL,
	"body" json NOT NULL,
	"shape" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "set_aside" (
	"id" serial PRIMARY KEY NOT NULL,
	"origin" text NOT NULL,
	"key" text NOT NULL,
	"body" json NOT NULL,
	"because" text NOT NULL,
	"at_ms" bigint NOT NULL
);
--> statement-breakpoint
ALTER TABLE "runs" ALTER COLUMN "body" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "frames" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "levers" ADD COLUMN "triggers" json;--> statement-breakpoint
UPDATE "levers" SET "triggers" = coalesce((SELECT json_agg("triggers"."body" ORDER BY "triggers"."position") FROM "triggers" WHERE "triggers"."lever_id" = "levers"."id"), '[]'::json);--> statement-breakpoint
ALTER TABLE "levers" ALTER COLUMN "triggers" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "levers" ADD COLUMN "shape" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "revisions" ADD COLUMN "shape" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "seq" bigint;--> statement-breakpoint
UPDATE "runs" SET "seq" = "ordered"."n" FROM (SELECT "id", row_number() OVER (ORDER BY "started_at_ms", "id") AS "n" FROM "runs") AS "ordered" WHERE "runs"."id" = "ordered"."id";--> statement-breakpoint
ALTER TABLE "runs" ALTER COLUMN "seq" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "head" json;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "sheet" json;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "shape" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "settings" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX "log_entries_run" ON "log_entries" USING btree ("run_id","seq");--> statement-breakpoint
CREATE INDEX "log_entries_version" ON "log_entries" USING btree ("version");--> statement-breakpoint
CREATE INDEX "revisions_state" ON "revisions" USING btree ("state","id");--> statement-breakpoint
CREATE UNIQUE INDEX "runs_seq" ON "runs" USING btree ("seq");--> statement-breakpoint
CREATE INDEX "runs_lever" ON "runs" USING btree ("lever_id","seq");--> statement-breakpoint
CREATE INDEX "runs_outcome" ON "runs" USING btree ("outcome","seq");