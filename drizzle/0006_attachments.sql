CREATE TABLE `attachments` (
	`id` text PRIMARY KEY NOT NULL,
	`subject` text NOT NULL,
	`name` text NOT NULL,
	`bytes` blob NOT NULL,
	`size` integer NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE INDEX `attachments_subject` ON `attachments` (`subject`);--> statement-breakpoint
ALTER TABLE `assemblies` ADD `file_id` text;