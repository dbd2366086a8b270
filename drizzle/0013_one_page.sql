ALTER TABLE `assignment` ADD `apart` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `assignment` ADD `history` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `assignment` ADD `wrap_up` text;