CREATE TABLE `draft_changes` (
	`id` text PRIMARY KEY NOT NULL,
	`draft_id` text NOT NULL,
	`shift_id` text NOT NULL,
	`job_id` text NOT NULL,
	`seen` integer,
	`place` text,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`draft_id`) REFERENCES `draft_plans`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `draft_changes_one` ON `draft_changes` (`draft_id`,`shift_id`);--> statement-breakpoint
CREATE INDEX `draft_changes_job` ON `draft_changes` (`job_id`);--> statement-breakpoint
CREATE TABLE `draft_plans` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`person_id` text NOT NULL,
	`at` integer NOT NULL,
	`state` text DEFAULT 'open' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `draft_plans_at` ON `draft_plans` (`at`);--> statement-breakpoint
CREATE INDEX `draft_plans_person` ON `draft_plans` (`person_id`);