CREATE TABLE `catalog_work` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`at` integer NOT NULL,
	`given` text NOT NULL,
	`cursor` text DEFAULT '' NOT NULL,
	`done` integer DEFAULT 0 NOT NULL,
	`total` integer,
	FOREIGN KEY (`id`) REFERENCES `catalog_changes`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `imports` ADD `aside` integer DEFAULT 0 NOT NULL;