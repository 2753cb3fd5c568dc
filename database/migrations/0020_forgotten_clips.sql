ALTER TABLE "log_entries" ADD COLUMN "clips" text;--> statement-breakpoint
CREATE INDEX "log_entries_clips" ON "log_entries" USING btree ("clips","at_ms") WHERE clips is not null;--> statement-breakpoint
UPDATE "log_entries" SET "clips" = CASE WHEN "body"::text LIKE '%"passing":true%' THEN 'passing' ELSE 'some' END
WHERE "run_id" IS NOT NULL AND "body"::text LIKE '%"kind":"clipboard.%';
