CREATE TABLE `assignment` (
	`id` text PRIMARY KEY NOT NULL,
	`rev` integer DEFAULT 1 NOT NULL,
	`name` text NOT NULL,
	`body` text NOT NULL,
	`archived_at` text,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`student` text NOT NULL,
	`key` text NOT NULL,
	FOREIGN KEY (`student`) REFERENCES `student`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `assignment_student` ON `assignment` (`student`);--> statement-breakpoint
CREATE TABLE `practice_link` (
	`id` text PRIMARY KEY NOT NULL,
	`assignment` text NOT NULL,
	`name` text NOT NULL,
	`hash` text NOT NULL,
	`ends` text NOT NULL,
	`withdrawn_at` text,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	FOREIGN KEY (`assignment`) REFERENCES `assignment`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `practice_link_hash_unique` ON `practice_link` (`hash`);--> statement-breakpoint
CREATE INDEX `practice_link_assignment` ON `practice_link` (`assignment`);