CREATE TABLE `job_photos` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`position` integer NOT NULL,
	`file_id` text NOT NULL,
	`width` integer NOT NULL,
	`height` integer NOT NULL,
	`caption` text DEFAULT '' NOT NULL,
	`place` text DEFAULT '' NOT NULL,
	`marks` text NOT NULL,
	`scale` text,
	`shown` integer DEFAULT false NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `job_photos_job` ON `job_photos` (`job_id`,`position`);