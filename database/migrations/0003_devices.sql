ALTER TABLE "levers" ADD COLUMN "interlock" json;--> statement-breakpoint
ALTER TABLE "levers" ADD COLUMN "lamp" json;--> statement-breakpoint
ALTER TABLE "levers" ADD COLUMN "feedback" text;