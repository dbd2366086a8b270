CREATE TABLE `booking` (
	`id` text PRIMARY KEY NOT NULL,
	`rev` integer DEFAULT 1 NOT NULL,
	`name` text NOT NULL,
	`body` text NOT NULL,
	`archived_at` text,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL
);
--> statement-breakpoint
CREATE TABLE `busy` (
	`n` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`source` text NOT NULL,
	`begins` integer NOT NULL,
	`ends` integer NOT NULL,
	`what` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `busy_begins` ON `busy` (`begins`);--> statement-breakpoint
CREATE TABLE `feed` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`hash` text NOT NULL,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `feed_hash_unique` ON `feed` (`hash`);--> statement-breakpoint
CREATE TABLE `plan` (
	`id` text PRIMARY KEY NOT NULL,
	`rev` integer DEFAULT 1 NOT NULL,
	`name` text NOT NULL,
	`body` text NOT NULL,
	`archived_at` text,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`day` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `plan_day` ON `plan` (`day`);