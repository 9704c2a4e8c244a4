CREATE TABLE `sessions` (
	`token` text PRIMARY KEY NOT NULL,
	`passcode` text NOT NULL,
	`until` integer NOT NULL
);
