CREATE TABLE `coach` (
	`id` text PRIMARY KEY NOT NULL,
	`rev` integer DEFAULT 1 NOT NULL,
	`body` text NOT NULL,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL
);
--> statement-breakpoint
CREATE TABLE `ladder_revision` (
	`id` text PRIMARY KEY NOT NULL,
	`ladder` text NOT NULL,
	`version` text NOT NULL,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	FOREIGN KEY (`ladder`) REFERENCES `ladder`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`version`) REFERENCES `ladder_version`(`hash`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `ladder_revision_ladder` ON `ladder_revision` (`ladder`,`created_at`);--> statement-breakpoint
INSERT INTO `ladder_revision` (`id`, `ladder`, `version`, `created_at`) SELECT `id` || '-first', `id`, `version`, `created_at` FROM `ladder`;
