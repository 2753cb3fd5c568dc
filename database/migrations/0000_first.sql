CREATE TABLE "bench_changes" (
	"version" integer PRIMARY KEY NOT NULL,
	"at_ms" bigint NOT NULL,
	"source" text NOT NULL,
	"run_id" text,
	"step_index" integer,
	"change" json NOT NULL
);
--> statement-breakpoint
CREATE TABLE "bench_snapshots" (
	"version" integer PRIMARY KEY NOT NULL,
	"at_ms" bigint NOT NULL,
	"state" json NOT NULL
);
--> statement-breakpoint
CREATE TABLE "frames" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"is_on" boolean NOT NULL,
	"position" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "levers" (
	"id" text PRIMARY KEY NOT NULL,
	"plate" integer NOT NULL,
	"frame_id" text NOT NULL,
	"name" text NOT NULL,
	"aliases" json NOT NULL,
	"steps" json NOT NULL,
	"scope" json NOT NULL,
	"enabled" boolean NOT NULL,
	"while_running" text NOT NULL,
	"version" integer NOT NULL,
	CONSTRAINT "levers_plate_unique" UNIQUE("plate")
);
--> statement-breakpoint
CREATE TABLE "revisions" (
	"id" serial PRIMARY KEY NOT NULL,
	"at_ms" bigint NOT NULL,
	"label" text NOT NULL,
	"entries" json NOT NULL,
	"state" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "runs" (
	"id" text PRIMARY KEY NOT NULL,
	"lever_id" text NOT NULL,
	"started_at_ms" bigint NOT NULL,
	"phase" text NOT NULL,
	"outcome" text NOT NULL,
	"body" json NOT NULL
);
--> statement-breakpoint
CREATE TABLE "triggers" (
	"id" text NOT NULL,
	"lever_id" text NOT NULL,
	"position" integer NOT NULL,
	"kind" text NOT NULL,
	"chord" text NOT NULL,
	"body" json NOT NULL
);
--> statement-breakpoint
ALTER TABLE "levers" ADD CONSTRAINT "levers_frame_id_frames_id_fk" FOREIGN KEY ("frame_id") REFERENCES "public"."frames"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "triggers" ADD CONSTRAINT "triggers_lever_id_levers_id_fk" FOREIGN KEY ("lever_id") REFERENCES "public"."levers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bench_changes_run" ON "bench_changes" USING btree ("run_id");--> statement-breakpoint
CREATE INDEX "runs_started" ON "runs" USING btree ("started_at_ms");--> statement-breakpoint
CREATE INDEX "runs_phase" ON "runs" USING btree ("phase");--> statement-breakpoint
CREATE INDEX "triggers_lever" ON "triggers" USING btree ("lever_id");--> statement-breakpoint
CREATE INDEX "triggers_chord" ON "triggers" USING btree ("chord");