CREATE TABLE `repeat_exceptions` (
	`id` text PRIMARY KEY NOT NULL,
	`rule_id` text NOT NULL,
	`occurs_on` text NOT NULL,
	`day` text,
	`by_name` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`rule_id`) REFERENCES `repeat_rules`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `repeat_exceptions_day` ON `repeat_exceptions` (`rule_id`,`occurs_on`);--> statement-breakpoint
CREATE TABLE `cadences` (
	`id` text PRIMARY KEY NOT NULL,
	`service_id` text NOT NULL,
	`name` text NOT NULL,
	`cadence` text NOT NULL,
	`set_up_minutes` integer DEFAULT 0 NOT NULL,
	`archived` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`service_id`) REFERENCES `season_services`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `cadences_name` ON `cadences` (`service_id`,`name`);--> statement-breakpoint
ALTER TABLE `agreements` ADD `billing` text DEFAULT 'visit' NOT NULL;--> statement-breakpoint
ALTER TABLE `agreements` ADD `charged` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `agreements` ADD `stop` integer;--> statement-breakpoint
ALTER TABLE `round_plans` ADD `reason` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `visits` ADD `arrived_at` integer;--> statement-breakpoint
ALTER TABLE `visits` ADD `left_at` integer;--> statement-breakpoint
CREATE INDEX `visits_open` ON `visits` (`day`) WHERE state = 'planned';