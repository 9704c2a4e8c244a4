CREATE TABLE `practice` (
	`id` text PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`skill` text NOT NULL,
	`code` text NOT NULL,
	`error` real NOT NULL,
	`signed` real,
	`grade` text NOT NULL,
	`about` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `practice_at` ON `practice` (`at`);