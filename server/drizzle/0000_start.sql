CREATE TABLE `looks` (
	`id` text PRIMARY KEY NOT NULL,
	`shoot_id` text NOT NULL,
	`title` text NOT NULL,
	`revision` integer NOT NULL,
	`card` text NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`deleted_at` integer,
	FOREIGN KEY (`shoot_id`) REFERENCES `shoots`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `looks_shoot` ON `looks` (`shoot_id`);--> statement-breakpoint
CREATE TABLE `revisions` (
	`look_id` text NOT NULL,
	`revision` integer NOT NULL,
	`document` text NOT NULL,
	`created_at` integer NOT NULL,
	PRIMARY KEY(`look_id`, `revision`),
	FOREIGN KEY (`look_id`) REFERENCES `looks`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `shoots` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer
);
