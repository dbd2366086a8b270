CREATE TABLE `allowance` (
	`key` text PRIMARY KEY NOT NULL,
	`points` integer DEFAULT 0 NOT NULL,
	`expire` integer
);
--> statement-breakpoint
CREATE TABLE `job` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`state` text NOT NULL,
	`body` text NOT NULL,
	`heard_at` integer NOT NULL
);
