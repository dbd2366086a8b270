ALTER TABLE `ladder_digest` ADD `passed` text;--> statement-breakpoint
CREATE INDEX `lesson_digest_day` ON `lesson_digest` (`day`);