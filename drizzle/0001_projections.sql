CREATE TABLE `ladder_digest` (
	`ladder` text PRIMARY KEY NOT NULL,
	`standing` text,
	`unfounded` text,
	`body` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `lesson_digest` (
	`lesson` text PRIMARY KEY NOT NULL,
	`day` text NOT NULL,
	`opened` integer NOT NULL,
	`closed` integer NOT NULL,
	`up_to` integer NOT NULL,
	`body` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `lesson_digest_open` ON `lesson_digest` (`closed`,`opened`);--> statement-breakpoint
CREATE TABLE `lesson_work` (
	`lesson` text NOT NULL,
	`student` text NOT NULL,
	`ladder` text NOT NULL,
	`day` text NOT NULL,
	PRIMARY KEY(`lesson`, `student`, `ladder`)
);
--> statement-breakpoint
CREATE INDEX `lesson_work_student` ON `lesson_work` (`student`,`day`,`lesson`);--> statement-breakpoint
CREATE INDEX `lesson_work_ladder` ON `lesson_work` (`ladder`,`day`,`lesson`);--> statement-breakpoint
CREATE TABLE `link` (
	`source` text NOT NULL,
	`target` text NOT NULL,
	PRIMARY KEY(`target`, `source`)
);
--> statement-breakpoint
CREATE INDEX `link_source` ON `link` (`source`);--> statement-breakpoint
CREATE TABLE `projection` (
	`name` text PRIMARY KEY NOT NULL,
	`made_for` text NOT NULL,
	`up_to` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `said` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`student` text,
	`lesson` text,
	`day` text NOT NULL,
	`due` text,
	`closed_by` text,
	`lamport` integer NOT NULL,
	`text` text NOT NULL,
	`folded` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `said_kind` ON `said` (`kind`,`closed_by`,`lamport`);--> statement-breakpoint
CREATE INDEX `said_student` ON `said` (`student`,`kind`,`closed_by`);--> statement-breakpoint
CREATE INDEX `said_lesson` ON `said` (`lesson`);--> statement-breakpoint
CREATE TABLE `student_digest` (
	`student` text PRIMARY KEY NOT NULL,
	`lessons` integer NOT NULL,
	`last` text,
	`next` text
);
