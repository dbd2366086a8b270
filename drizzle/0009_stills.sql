CREATE TABLE `still` (
	`id` text PRIMARY KEY NOT NULL,
	`rev` integer DEFAULT 1 NOT NULL,
	`name` text NOT NULL,
	`body` text NOT NULL,
	`archived_at` text,
	`created_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')) NOT NULL,
	`student` text NOT NULL,
	`picture` text NOT NULL,
	FOREIGN KEY (`student`) REFERENCES `student`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`picture`) REFERENCES `picture`(`hash`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `still_student` ON `still` (`student`);--> statement-breakpoint
CREATE INDEX `still_picture` ON `still` (`picture`);