CREATE TABLE "door_times" (
	"lever_id" text NOT NULL,
	"door_id" text NOT NULL,
	"rule" text NOT NULL,
	"done_until_ms" bigint NOT NULL,
	CONSTRAINT "door_times_lever_id_door_id_pk" PRIMARY KEY("lever_id","door_id")
);
--> statement-breakpoint
ALTER TABLE "levers" ADD COLUMN "doors" json;