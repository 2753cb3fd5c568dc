CREATE TABLE "acts" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"at_ms" bigint NOT NULL,
	"step" json NOT NULL,
	"sentence" text NOT NULL,
	"program_id" text,
	"shape" integer DEFAULT 1 NOT NULL
);
