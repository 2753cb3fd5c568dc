CREATE TABLE "choices" (
	"letters" text NOT NULL,
	"entry_id" text NOT NULL,
	"count" integer NOT NULL,
	"since" integer NOT NULL,
	"is_first" boolean NOT NULL,
	"last_at_ms" bigint NOT NULL,
	CONSTRAINT "choices_letters_entry_id_pk" PRIMARY KEY("letters","entry_id")
);
--> statement-breakpoint
CREATE TABLE "sums" (
	"id" text PRIMARY KEY NOT NULL,
	"sum" text NOT NULL,
	"value" json NOT NULL,
	"at_ms" bigint NOT NULL
);
--> statement-breakpoint
CREATE INDEX "choices_last" ON "choices" USING btree ("last_at_ms");