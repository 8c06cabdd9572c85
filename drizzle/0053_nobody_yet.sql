PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_round_plans` (
	`id` text PRIMARY KEY NOT NULL,
	`service_id` text NOT NULL,
	`crew_id` text,
	`weekday` integer,
	`start_day` text NOT NULL,
	`sites` integer NOT NULL,
	`visits` integer NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`reason` text DEFAULT '' NOT NULL,
	`undone_at` integer,
	FOREIGN KEY (`service_id`) REFERENCES `season_services`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`crew_id`) REFERENCES `crews`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `__new_round_plans`("id", "service_id", "crew_id", "weekday", "start_day", "sites", "visits", "at", "by_name", "reason", "undone_at") SELECT "id", "service_id", "crew_id", "weekday", "start_day", "sites", "visits", "at", "by_name", "reason", "undone_at" FROM `round_plans`;--> statement-breakpoint
DROP TABLE `round_plans`;--> statement-breakpoint
ALTER TABLE `__new_round_plans` RENAME TO `round_plans`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE INDEX `round_plans_service` ON `round_plans` (`service_id`,`at`);--> statement-breakpoint
CREATE TABLE `__new_visits` (
	`id` text PRIMARY KEY NOT NULL,
	`agreement_id` text NOT NULL,
	`plan_id` text,
	`occurs_on` text NOT NULL,
	`day` text NOT NULL,
	`crew_id` text,
	`minutes` integer NOT NULL,
	`state` text DEFAULT 'planned' NOT NULL,
	`arrived_at` integer,
	`left_at` integer,
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
INSERT INTO `__new_visits`("id", "agreement_id", "plan_id", "occurs_on", "day", "crew_id", "minutes", "state", "arrived_at", "left_at", "done_at", "done_by", "note", "share", "version") SELECT "id", "agreement_id", "plan_id", "occurs_on", "day", "crew_id", "minutes", "state", "arrived_at", "left_at", "done_at", "done_by", "note", "share", "version" FROM `visits`;--> statement-breakpoint
DROP TABLE `visits`;--> statement-breakpoint
ALTER TABLE `__new_visits` RENAME TO `visits`;--> statement-breakpoint
CREATE UNIQUE INDEX `visits_occurrence` ON `visits` (`agreement_id`,`occurs_on`);--> statement-breakpoint
CREATE UNIQUE INDEX `visits_share` ON `visits` (`agreement_id`,`share`);--> statement-breakpoint
CREATE INDEX `visits_crew` ON `visits` (`crew_id`,`day`);--> statement-breakpoint
CREATE INDEX `visits_day` ON `visits` (`day`);--> statement-breakpoint
CREATE INDEX `visits_open` ON `visits` (`day`) WHERE state = 'planned';--> statement-breakpoint
CREATE INDEX `visits_plan` ON `visits` (`plan_id`);