CREATE TABLE `picture` (
	`hash` text PRIMARY KEY NOT NULL,
	`type` text NOT NULL,
	`body` text NOT NULL,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL
);
--> statement-breakpoint
CREATE TABLE `skill_draft` (
	`skill` text PRIMARY KEY NOT NULL,
	`n` integer NOT NULL,
	`body` text NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL
);
--> statement-breakpoint
CREATE TABLE `skill_revision` (
	`id` text PRIMARY KEY NOT NULL,
	`skill` text NOT NULL,
	`version` text NOT NULL,
	`remark` text NOT NULL,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	FOREIGN KEY (`skill`) REFERENCES `skill`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`version`) REFERENCES `skill_version`(`hash`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `skill_revision_skill` ON `skill_revision` (`skill`,`created_at`);