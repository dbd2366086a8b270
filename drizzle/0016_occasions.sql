CREATE TABLE `occasion` (
	`id` text PRIMARY KEY NOT NULL,
	`rev` integer DEFAULT 1 NOT NULL,
	`name` text NOT NULL,
	`body` text NOT NULL,
	`archived_at` text,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL
);
