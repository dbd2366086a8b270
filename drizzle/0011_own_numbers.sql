CREATE TABLE `device_key` (
	`device` text PRIMARY KEY NOT NULL,
	`hash` text NOT NULL
);
