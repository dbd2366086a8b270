CREATE TABLE `event` (
	`arrival` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`id` text NOT NULL,
	`act` text NOT NULL,
	`device` text NOT NULL,
	`dseq` integer NOT NULL,
	`lamport` integer NOT NULL,
	`at` text NOT NULL,
	`tz` text NOT NULL,
	`local_day` text NOT NULL,
	`actor` text NOT NULL,
	`kind` text NOT NULL,
	`lesson` text,
	`set_id` text,
	`student` text,
	`ladder` text,
	`rung` text,
	`body` text NOT NULL,
	`hash` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `event_id` ON `event` (`id`);--> statement-breakpoint
CREATE UNIQUE INDEX `event_device` ON `event` (`device`,`dseq`);--> statement-breakpoint
CREATE INDEX `event_lesson` ON `event` (`lesson`,`arrival`);--> statement-breakpoint
CREATE INDEX `event_student` ON `event` (`student`,`arrival`);--> statement-breakpoint
CREATE INDEX `event_ladder` ON `event` (`ladder`,`arrival`);--> statement-breakpoint
CREATE INDEX `event_kind` ON `event` (`kind`,`arrival`);--> statement-breakpoint
CREATE TABLE `ladder` (
	`id` text PRIMARY KEY NOT NULL,
	`rev` integer DEFAULT 1 NOT NULL,
	`name` text NOT NULL,
	`body` text NOT NULL,
	`archived_at` text,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`student` text NOT NULL,
	`skill` text NOT NULL,
	`skill_version` text NOT NULL,
	`version` text NOT NULL,
	FOREIGN KEY (`student`) REFERENCES `student`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`skill`) REFERENCES `skill`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`skill_version`) REFERENCES `skill_version`(`hash`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`version`) REFERENCES `ladder_version`(`hash`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `ladder_student` ON `ladder` (`student`);--> statement-breakpoint
CREATE INDEX `ladder_skill` ON `ladder` (`skill`);--> statement-breakpoint
CREATE TABLE `ladder_version` (
	`hash` text PRIMARY KEY NOT NULL,
	`body` text NOT NULL,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL
);
--> statement-breakpoint
CREATE TABLE `quarantine` (
	`n` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`event_id` text,
	`device` text NOT NULL,
	`dseq` integer NOT NULL,
	`reason` text NOT NULL,
	`raw` text NOT NULL,
	`arrived_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `quarantine_device` ON `quarantine` (`device`,`dseq`,`raw`);--> statement-breakpoint
CREATE TABLE `rung_version` (
	`hash` text PRIMARY KEY NOT NULL,
	`body` text NOT NULL,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL
);
--> statement-breakpoint
CREATE TABLE `skill` (
	`id` text PRIMARY KEY NOT NULL,
	`rev` integer DEFAULT 1 NOT NULL,
	`name` text NOT NULL,
	`body` text NOT NULL,
	`archived_at` text,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`version` text NOT NULL,
	FOREIGN KEY (`version`) REFERENCES `skill_version`(`hash`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `skill_version` (
	`hash` text PRIMARY KEY NOT NULL,
	`body` text NOT NULL,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL
);
--> statement-breakpoint
CREATE TABLE `student` (
	`id` text PRIMARY KEY NOT NULL,
	`rev` integer DEFAULT 1 NOT NULL,
	`name` text NOT NULL,
	`body` text NOT NULL,
	`archived_at` text,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`deleted_at` text
);
--> statement-breakpoint
CREATE TABLE `studio` (
	`id` text PRIMARY KEY NOT NULL,
	`epoch` integer DEFAULT 1 NOT NULL,
	`demo` integer DEFAULT false NOT NULL,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL
);
