CREATE TABLE `job_files` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`folder` text DEFAULT 'other' NOT NULL,
	`name` text NOT NULL,
	`seen_by` text DEFAULT 'office' NOT NULL,
	`expires_on` text,
	`aside` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `job_files_job` ON `job_files` (`job_id`,`folder`);--> statement-breakpoint
CREATE INDEX `job_files_expires` ON `job_files` (`expires_on`) WHERE expires_on is not null;--> statement-breakpoint
ALTER TABLE `attachments` ADD `job_file_id` text;