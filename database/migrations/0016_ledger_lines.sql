CREATE TABLE "ledger_clock" (
	"id" integer PRIMARY KEY NOT NULL,
	"most_behind_ms" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "ledger_lines" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"lever_id" text NOT NULL,
	"frame_id" text,
	"outcome" text NOT NULL,
	"put_back_at_ms" bigint,
	"source" text NOT NULL,
	"started_at_ms" bigint NOT NULL,
	"took_ms" bigint NOT NULL,
	"failed_at" text,
	"words_id" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "ledger_programs" (
	"program_id" text NOT NULL,
	"seq" bigint NOT NULL,
	CONSTRAINT "ledger_programs_program_id_seq_pk" PRIMARY KEY("program_id","seq")
);
--> statement-breakpoint
CREATE TABLE "ledger_words" (
	"id" bigint PRIMARY KEY NOT NULL,
	"words" text NOT NULL
);
--> statement-breakpoint
DROP INDEX "runs_outcome";--> statement-breakpoint
DROP INDEX "runs_phase";--> statement-breakpoint
CREATE INDEX "ledger_lines_lever" ON "ledger_lines" USING btree ("lever_id","seq");--> statement-breakpoint
CREATE INDEX "ledger_lines_frame" ON "ledger_lines" USING btree ("frame_id","seq");--> statement-breakpoint
CREATE INDEX "ledger_lines_source" ON "ledger_lines" USING btree ("source","seq");--> statement-breakpoint
CREATE INDEX "ledger_lines_started" ON "ledger_lines" USING btree ("started_at_ms");--> statement-breakpoint
CREATE INDEX "ledger_lines_words" ON "ledger_lines" USING btree ("words_id","seq");--> statement-breakpoint
CREATE INDEX "ledger_lines_not_done" ON "ledger_lines" USING btree ("outcome","seq") WHERE outcome <> 'done';--> statement-breakpoint
CREATE INDEX "ledger_lines_failed" ON "ledger_lines" USING btree ("lever_id","seq") WHERE outcome = 'failed';--> statement-breakpoint
CREATE INDEX "ledger_lines_put_back" ON "ledger_lines" USING btree ("seq") WHERE put_back_at_ms is not null;--> statement-breakpoint
CREATE INDEX "ledger_programs_run" ON "ledger_programs" USING btree ("seq");--> statement-breakpoint
CREATE INDEX "runs_open" ON "runs" USING btree ("seq") WHERE phase <> 'ended';--> statement-breakpoint
CREATE INDEX "runs_with_log" ON "runs" USING btree ("seq") WHERE sheet is not null;