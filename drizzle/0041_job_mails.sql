CREATE TABLE `job_mails` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`from_name` text DEFAULT '' NOT NULL,
	`from_mail` text NOT NULL,
	`subject` text DEFAULT '' NOT NULL,
	`text` text NOT NULL,
	`message_id` text NOT NULL,
	`at` integer NOT NULL,
	`read_at` integer,
	`read_by` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `job_mails_message` ON `job_mails` (`message_id`);--> statement-breakpoint
CREATE INDEX `job_mails_job` ON `job_mails` (`job_id`,`at`);--> statement-breakpoint
CREATE INDEX `job_mails_unread` ON `job_mails` (`at`) WHERE read_at is null;--> statement-breakpoint
CREATE INDEX `outbox_about` ON `outbox` (`about`,`created_at`);