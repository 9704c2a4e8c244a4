ALTER TABLE `revisions` ADD `by` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `revisions` ADD `name` text DEFAULT '' NOT NULL;