CREATE TABLE `on_call` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`from_day` text NOT NULL,
	`to_day` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `on_call_days` ON `on_call` (`to_day`,`from_day`);--> statement-breakpoint
CREATE TABLE `person_papers` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`name` text NOT NULL,
	`valid_until` text,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `person_papers_person` ON `person_papers` (`person_id`);--> statement-breakpoint
CREATE INDEX `person_papers_until` ON `person_papers` (`valid_until`);--> statement-breakpoint
CREATE TABLE `busy_times` (
	`id` text PRIMARY KEY NOT NULL,
	`calendar_id` text NOT NULL,
	`person_id` text NOT NULL,
	`day` text NOT NULL,
	`from_minute` integer,
	`to_minute` integer,
	`text` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`calendar_id`) REFERENCES `outside_calendars`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `busy_times_calendar` ON `busy_times` (`calendar_id`);--> statement-breakpoint
CREATE INDEX `busy_times_day` ON `busy_times` (`day`,`person_id`);--> statement-breakpoint
CREATE TABLE `outside_calendars` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`name` text NOT NULL,
	`address` text DEFAULT '' NOT NULL,
	`read_at` integer,
	`problem` text DEFAULT '' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `outside_calendars_person` ON `outside_calendars` (`person_id`);--> statement-breakpoint
CREATE INDEX `outside_calendars_read` ON `outside_calendars` (`read_at`);--> statement-breakpoint
CREATE TABLE `plan_notices` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`at` integer NOT NULL,
	`told_by` text NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`changes` text NOT NULL,
	`seen_at` integer,
	`called_at` integer,
	`called_by` text DEFAULT '' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `plan_notices_person` ON `plan_notices` (`person_id`,`at`);--> statement-breakpoint
CREATE INDEX `plan_notices_at` ON `plan_notices` (`at`);--> statement-breakpoint
CREATE INDEX `plan_notices_open` ON `plan_notices` (`person_id`) WHERE seen_at is null;--> statement-breakpoint
CREATE TABLE `told_shifts` (
	`id` text PRIMARY KEY NOT NULL,
	`shift_id` text NOT NULL,
	`person_id` text NOT NULL,
	`job_id` text NOT NULL,
	`phase` text DEFAULT '' NOT NULL,
	`day` text NOT NULL,
	`from_minute` integer,
	`to_minute` integer,
	`note` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `told_shifts_one` ON `told_shifts` (`shift_id`,`person_id`);--> statement-breakpoint
CREATE INDEX `told_shifts_person` ON `told_shifts` (`person_id`,`day`);--> statement-breakpoint
CREATE INDEX `told_shifts_day` ON `told_shifts` (`day`);--> statement-breakpoint
CREATE INDEX `told_shifts_job` ON `told_shifts` (`job_id`);--> statement-breakpoint
CREATE TABLE `phase_links` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`before_id` text NOT NULL,
	`after_id` text NOT NULL,
	`pause` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`before_id`) REFERENCES `phases`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`after_id`) REFERENCES `phases`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `phase_links_job` ON `phase_links` (`job_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `phase_links_one` ON `phase_links` (`before_id`,`after_id`);--> statement-breakpoint
ALTER TABLE `branches` ADD `hours` text;--> statement-breakpoint
ALTER TABLE `people` ADD `hours` text;--> statement-breakpoint
ALTER TABLE `people` ADD `phone` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `people` ADD `told_by` text DEFAULT 'mail' NOT NULL;--> statement-breakpoint
ALTER TABLE `time_off` ADD `kind` text DEFAULT 'vacation' NOT NULL;--> statement-breakpoint
ALTER TABLE `time_off` ADD `state` text DEFAULT 'granted' NOT NULL;--> statement-breakpoint
ALTER TABLE `time_off` ADD `answer` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `time_off` ADD `answered_by` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `time_off` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX `time_off_asked` ON `time_off` (`from_day`) WHERE state = 'asked';--> statement-breakpoint
ALTER TABLE `firm_asks` ADD `other_day` text;--> statement-breakpoint
ALTER TABLE `phases` ADD `calendar_days` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `phases` ADD `outdoor` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `phases` ADD `skills` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `phases` ADD `people` integer;--> statement-breakpoint
-- What stands on the plan before this release was told in the ways of that time.
INSERT INTO `told_shifts` (`id`, `shift_id`, `person_id`, `job_id`, `phase`, `day`, `from_minute`, `to_minute`, `note`)
SELECT s.`id`, s.`id`, s.`person_id`, s.`job_id`, coalesce(p.`name`, ''), s.`day`, s.`from_minute`, s.`to_minute`, s.`note`
FROM `shifts` s LEFT JOIN `phases` p ON p.`id` = s.`phase_id` WHERE s.`person_id` IS NOT NULL;
