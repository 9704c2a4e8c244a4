CREATE TABLE `frames` (
	`id` text PRIMARY KEY NOT NULL,
	`look_id` text NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`light_id` text NOT NULL,
	`stops` real NOT NULL,
	`mime` text NOT NULL,
	`width_px` integer NOT NULL,
	`height_px` integer NOT NULL,
	`meta` text NOT NULL,
	`notes` text NOT NULL,
	`revision` integer NOT NULL,
	`look` text NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`deleted_at` integer,
	FOREIGN KEY (`look_id`) REFERENCES `looks`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `frames_look` ON `frames` (`look_id`);