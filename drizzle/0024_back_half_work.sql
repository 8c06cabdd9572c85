CREATE TABLE `approved_weeks` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`week` text NOT NULL,
	`minutes` integer NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `approved_weeks_one` ON `approved_weeks` (`person_id`,`week`);--> statement-breakpoint
CREATE INDEX `approved_weeks_week` ON `approved_weeks` (`week`);--> statement-breakpoint
CREATE TABLE `task_parts` (
	`id` text PRIMARY KEY NOT NULL,
	`task_id` text NOT NULL,
	`material_id` text,
	`name` text NOT NULL,
	`unit` text NOT NULL,
	`quantity` integer NOT NULL,
	`state` text DEFAULT 'to order' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`task_id`) REFERENCES `tasks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`material_id`) REFERENCES `job_materials`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `task_parts_task` ON `task_parts` (`task_id`);--> statement-breakpoint
CREATE INDEX `task_parts_material` ON `task_parts` (`material_id`);--> statement-breakpoint
CREATE TABLE `task_people` (
	`id` text PRIMARY KEY NOT NULL,
	`task_id` text NOT NULL,
	`person_id` text NOT NULL,
	FOREIGN KEY (`task_id`) REFERENCES `tasks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `task_people_one` ON `task_people` (`task_id`,`person_id`);--> statement-breakpoint
CREATE INDEX `task_people_person` ON `task_people` (`person_id`);--> statement-breakpoint
CREATE TABLE `task_steps` (
	`id` text PRIMARY KEY NOT NULL,
	`task_id` text NOT NULL,
	`text` text NOT NULL,
	`position` integer NOT NULL,
	`done_at` integer,
	`done_by` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`task_id`) REFERENCES `tasks`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `task_steps_task` ON `task_steps` (`task_id`,`position`);--> statement-breakpoint
CREATE TABLE `firm_asks` (
	`id` text PRIMARY KEY NOT NULL,
	`firm_id` text NOT NULL,
	`job_id` text NOT NULL,
	`phase_id` text,
	`from_day` text NOT NULL,
	`to_day` text NOT NULL,
	`text` text DEFAULT '' NOT NULL,
	`state` text DEFAULT 'asked' NOT NULL,
	`answered_at` integer,
	`answered_by` text DEFAULT '' NOT NULL,
	`why` text DEFAULT '' NOT NULL,
	`asked_at` integer NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`firm_id`) REFERENCES `firms`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`phase_id`) REFERENCES `phases`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "firm_asks_days" CHECK("firm_asks"."to_day" >= "firm_asks"."from_day")
);
--> statement-breakpoint
CREATE INDEX `firm_asks_job` ON `firm_asks` (`job_id`);--> statement-breakpoint
CREATE INDEX `firm_asks_firm` ON `firm_asks` (`firm_id`,`from_day`);--> statement-breakpoint
CREATE INDEX `firm_asks_open` ON `firm_asks` (`asked_at`) WHERE state in ('asked', 'no');--> statement-breakpoint
CREATE TABLE `firm_papers` (
	`id` text PRIMARY KEY NOT NULL,
	`firm_id` text NOT NULL,
	`name` text NOT NULL,
	`number` text DEFAULT '' NOT NULL,
	`valid_until` text,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`firm_id`) REFERENCES `firms`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `firm_papers_firm` ON `firm_papers` (`firm_id`);--> statement-breakpoint
CREATE INDEX `firm_papers_until` ON `firm_papers` (`valid_until`);--> statement-breakpoint
CREATE TABLE `firms` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`supplies` integer DEFAULT false NOT NULL,
	`subcontracts` integer DEFAULT false NOT NULL,
	`trade` text DEFAULT '' NOT NULL,
	`mail` text DEFAULT '' NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`archived` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `firms_name` ON `firms` (`name`);--> statement-breakpoint
CREATE TABLE `agreements` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`service_id` text NOT NULL,
	`customer_id` text NOT NULL,
	`site_id` text NOT NULL,
	`job_id` text NOT NULL,
	`from_day` text NOT NULL,
	`to_day` text NOT NULL,
	`visits` integer NOT NULL,
	`hours` integer NOT NULL,
	`price` integer NOT NULL,
	`tax_code_id` text,
	`state` text DEFAULT 'open' NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`created_at` integer NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`service_id`) REFERENCES `season_services`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`customer_id`) REFERENCES `customers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "agreements_season" CHECK("agreements"."to_day" >= "agreements"."from_day" and "agreements"."visits" > 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `agreements_number` ON `agreements` (`number`);--> statement-breakpoint
CREATE UNIQUE INDEX `agreements_job` ON `agreements` (`job_id`);--> statement-breakpoint
CREATE INDEX `agreements_service` ON `agreements` (`service_id`,`state`);--> statement-breakpoint
CREATE INDEX `agreements_site` ON `agreements` (`site_id`);--> statement-breakpoint
CREATE INDEX `agreements_customer` ON `agreements` (`customer_id`);--> statement-breakpoint
CREATE TABLE `round_plans` (
	`id` text PRIMARY KEY NOT NULL,
	`service_id` text NOT NULL,
	`crew_id` text NOT NULL,
	`weekday` integer,
	`start_day` text NOT NULL,
	`sites` integer NOT NULL,
	`visits` integer NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`undone_at` integer,
	FOREIGN KEY (`service_id`) REFERENCES `season_services`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`crew_id`) REFERENCES `crews`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `round_plans_service` ON `round_plans` (`service_id`,`at`);--> statement-breakpoint
CREATE TABLE `season_services` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`wording` text DEFAULT '' NOT NULL,
	`from_month_day` text NOT NULL,
	`to_month_day` text NOT NULL,
	`visits` integer NOT NULL,
	`hours` integer NOT NULL,
	`price` integer NOT NULL,
	`set_up_minutes` integer DEFAULT 0 NOT NULL,
	`cadence` text NOT NULL,
	`archived` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	CONSTRAINT "season_services_visits" CHECK("season_services"."visits" > 0 and "season_services"."hours" >= 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `season_services_name` ON `season_services` (`name`);--> statement-breakpoint
CREATE TABLE `visits` (
	`id` text PRIMARY KEY NOT NULL,
	`agreement_id` text NOT NULL,
	`plan_id` text,
	`occurs_on` text NOT NULL,
	`day` text NOT NULL,
	`crew_id` text NOT NULL,
	`minutes` integer NOT NULL,
	`state` text DEFAULT 'planned' NOT NULL,
	`done_at` integer,
	`done_by` text DEFAULT '' NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`share` integer,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`agreement_id`) REFERENCES `agreements`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`plan_id`) REFERENCES `round_plans`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`crew_id`) REFERENCES `crews`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `visits_occurrence` ON `visits` (`agreement_id`,`occurs_on`);--> statement-breakpoint
CREATE UNIQUE INDEX `visits_share` ON `visits` (`agreement_id`,`share`);--> statement-breakpoint
CREATE INDEX `visits_crew` ON `visits` (`crew_id`,`day`);--> statement-breakpoint
CREATE INDEX `visits_day` ON `visits` (`day`);--> statement-breakpoint
CREATE INDEX `visits_plan` ON `visits` (`plan_id`);--> statement-breakpoint
CREATE TABLE `repeat_occurrences` (
	`id` text PRIMARY KEY NOT NULL,
	`rule_id` text NOT NULL,
	`occurs_on` text NOT NULL,
	`day` text,
	`job_id` text,
	`at` integer NOT NULL,
	FOREIGN KEY (`rule_id`) REFERENCES `repeat_rules`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `repeat_occurrences_day` ON `repeat_occurrences` (`rule_id`,`occurs_on`);--> statement-breakpoint
CREATE INDEX `repeat_occurrences_job` ON `repeat_occurrences` (`job_id`);--> statement-breakpoint
CREATE TABLE `repeat_rules` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`name` text NOT NULL,
	`rule` text NOT NULL,
	`on_holiday` text NOT NULL,
	`way` text NOT NULL,
	`crew_id` text,
	`from_minute` integer,
	`to_minute` integer,
	`ahead_days` integer NOT NULL,
	`paused` integer DEFAULT false NOT NULL,
	`made_to` text,
	`trouble` text DEFAULT '' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`crew_id`) REFERENCES `crews`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "repeat_rules_ahead" CHECK("repeat_rules"."ahead_days" between 0 and 366),
	CONSTRAINT "repeat_rules_span" CHECK(("repeat_rules"."from_minute" is null) = ("repeat_rules"."to_minute" is null))
);
--> statement-breakpoint
CREATE INDEX `repeat_rules_job` ON `repeat_rules` (`job_id`);--> statement-breakpoint
CREATE TABLE `handovers` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`number` integer NOT NULL,
	`shown` text NOT NULL,
	`content` text NOT NULL,
	`signed_by` text NOT NULL,
	`signature` text NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `handovers_number` ON `handovers` (`job_id`,`number`);--> statement-breakpoint
CREATE TABLE `issued_files` (
	`id` text PRIMARY KEY NOT NULL,
	`subject` text NOT NULL,
	`name` text NOT NULL,
	`type` text NOT NULL,
	`bytes` blob NOT NULL,
	`hash` text NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `issued_files_subject` ON `issued_files` (`subject`);--> statement-breakpoint
CREATE TABLE `site_forms` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`form` text NOT NULL,
	`edition` integer NOT NULL,
	`number` integer,
	`state` text DEFAULT 'open' NOT NULL,
	`values_given` text NOT NULL,
	`pictures` text DEFAULT '[]' NOT NULL,
	`lead_name` text DEFAULT '' NOT NULL,
	`lead_signature` text DEFAULT '' NOT NULL,
	`customer_name` text DEFAULT '' NOT NULL,
	`customer_signature` text DEFAULT '' NOT NULL,
	`signed_at` integer,
	`approved_at` integer,
	`approved_by` text DEFAULT '' NOT NULL,
	`created_at` integer NOT NULL,
	`created_by` text DEFAULT '' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "site_forms_number_when" CHECK(("site_forms"."number" is null) = ("site_forms"."state" <> 'approved'))
);
--> statement-breakpoint
CREATE UNIQUE INDEX `site_forms_number` ON `site_forms` (`number`);--> statement-breakpoint
CREATE INDEX `site_forms_job` ON `site_forms` (`job_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `site_forms_signed` ON `site_forms` (`signed_at`) WHERE state = 'signed';--> statement-breakpoint
DROP INDEX `cost_entries_time`;--> statement-breakpoint
ALTER TABLE `cost_entries` ADD `source` text;--> statement-breakpoint
CREATE UNIQUE INDEX `cost_entries_source` ON `cost_entries` (`source`);--> statement-breakpoint
CREATE UNIQUE INDEX `cost_entries_time` ON `cost_entries` (`time_entry_id`);--> statement-breakpoint
ALTER TABLE `shifts` ADD `firm_id` text;--> statement-breakpoint
ALTER TABLE `shifts` ADD `ask_id` text;--> statement-breakpoint
CREATE INDEX `shifts_firm` ON `shifts` (`firm_id`,`day`) WHERE firm_id is not null;--> statement-breakpoint
ALTER TABLE `task_templates` ADD `steps` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `tasks` ADD `note` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `tasks` ADD `due` text;--> statement-breakpoint
ALTER TABLE `tasks` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX `tasks_due` ON `tasks` (`due`) WHERE done_at is null and due is not null;--> statement-breakpoint
CREATE INDEX `time_entries_started` ON `time_entries` (`started_at`);--> statement-breakpoint
INSERT INTO `firms` (`id`, `name`, `supplies`) SELECT `id`, `name`, 1 FROM `suppliers`;
