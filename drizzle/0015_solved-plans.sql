CREATE TABLE `solved_plan` (
	`plan` text PRIMARY KEY NOT NULL,
	`mark` text NOT NULL,
	`solved` text NOT NULL,
	FOREIGN KEY (`plan`) REFERENCES `plan`(`id`) ON UPDATE no action ON DELETE cascade
);
