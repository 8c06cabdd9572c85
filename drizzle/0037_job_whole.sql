CREATE TABLE `job_contacts` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`name` text NOT NULL,
	`role` text DEFAULT '' NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`mail` text DEFAULT '' NOT NULL,
	`position` integer DEFAULT 0 NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `job_contacts_job` ON `job_contacts` (`job_id`,`position`);--> statement-breakpoint
CREATE TABLE `daily_logs` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`day` text NOT NULL,
	`weather` text DEFAULT '' NOT NULL,
	`done` text DEFAULT '' NOT NULL,
	`hindered` text DEFAULT '' NOT NULL,
	`deliveries` text DEFAULT '' NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`at` integer NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `daily_logs_one` ON `daily_logs` (`job_id`,`day`);--> statement-breakpoint
CREATE TABLE `findings` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`text` text NOT NULL,
	`file_id` text,
	`begun` integer DEFAULT false NOT NULL,
	`state` text DEFAULT 'open' NOT NULL,
	`change_number` integer,
	`reason` text DEFAULT '' NOT NULL,
	`found_at` integer NOT NULL,
	`found_by` text DEFAULT '' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`file_id`) REFERENCES `files`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `findings_job` ON `findings` (`job_id`,`found_at`);--> statement-breakpoint
CREATE INDEX `findings_open` ON `findings` (`found_at`) WHERE state = 'open';--> statement-breakpoint
CREATE TABLE `job_comments` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`task_id` text,
	`text` text NOT NULL,
	`by_id` text,
	`by_name` text DEFAULT '' NOT NULL,
	`at` integer NOT NULL,
	`changed_at` integer,
	`taken_back_at` integer,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`task_id`) REFERENCES `tasks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`by_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `job_comments_job` ON `job_comments` (`job_id`,`at`);--> statement-breakpoint
CREATE INDEX `job_comments_task` ON `job_comments` (`task_id`);--> statement-breakpoint
CREATE TABLE `job_mentions` (
	`id` text PRIMARY KEY NOT NULL,
	`comment_id` text NOT NULL,
	`person_id` text NOT NULL,
	`read_at` integer,
	FOREIGN KEY (`comment_id`) REFERENCES `job_comments`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `job_mentions_one` ON `job_mentions` (`comment_id`,`person_id`);--> statement-breakpoint
CREATE INDEX `job_mentions_open` ON `job_mentions` (`person_id`) WHERE read_at is null;--> statement-breakpoint
CREATE TABLE `permits` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`phase_id` text,
	`kind` text NOT NULL,
	`name` text NOT NULL,
	`authority` text DEFAULT '' NOT NULL,
	`state` text DEFAULT 'to ask' NOT NULL,
	`asked_on` text,
	`due_on` text,
	`answered_on` text,
	`expires_on` text,
	`note` text DEFAULT '' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`phase_id`) REFERENCES `phases`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `permits_job` ON `permits` (`job_id`);--> statement-breakpoint
CREATE INDEX `permits_due` ON `permits` (`due_on`);--> statement-breakpoint
CREATE INDEX `permits_expires` ON `permits` (`expires_on`) WHERE expires_on is not null;--> statement-breakpoint
CREATE TABLE `punch_items` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`text` text NOT NULL,
	`place` text DEFAULT '' NOT NULL,
	`person_id` text,
	`due` text,
	`file_id` text,
	`done_at` integer,
	`done_by` text DEFAULT '' NOT NULL,
	`created_at` integer NOT NULL,
	`created_by` text DEFAULT '' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`file_id`) REFERENCES `files`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `punch_items_job` ON `punch_items` (`job_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `punch_items_open` ON `punch_items` (`job_id`) WHERE done_at is null;--> statement-breakpoint
ALTER TABLE `jobs` ADD `pricing` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `outdoor` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `first_day` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `last_day` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `hours_on_task` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `on_board` integer DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `mends_id` text REFERENCES jobs(id);--> statement-breakpoint
CREATE INDEX `jobs_mends` ON `jobs` (`mends_id`) WHERE mends_id is not null;--> statement-breakpoint
ALTER TABLE `time_entries` ADD `task_id` text REFERENCES tasks(id);--> statement-breakpoint
CREATE INDEX `time_entries_task` ON `time_entries` (`task_id`) WHERE task_id is not null;--> statement-breakpoint
ALTER TABLE `tasks` ADD `hours` integer DEFAULT 0 NOT NULL;