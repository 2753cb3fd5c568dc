CREATE TABLE "icons" (
	"id" text PRIMARY KEY NOT NULL,
	"type" text NOT NULL,
	"base64" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "named_values" (
	"id" text PRIMARY KEY NOT NULL,
	"frame_id" text,
	"name" text NOT NULL,
	"value_text" text NOT NULL,
	"version" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "levers" ADD COLUMN "icon" json;--> statement-breakpoint
ALTER TABLE "levers" ADD COLUMN "origin" json;--> statement-breakpoint
ALTER TABLE "levers" ADD COLUMN "variant" json;--> statement-breakpoint
ALTER TABLE "named_values" ADD CONSTRAINT "named_values_frame_id_frames_id_fk" FOREIGN KEY ("frame_id") REFERENCES "public"."frames"("id") ON DELETE no action ON UPDATE no action;