ALTER TABLE `outbox` ADD `handed_at` integer;--> statement-breakpoint
ALTER TABLE `stand_in_log` ADD `name` text;--> statement-breakpoint
CREATE UNIQUE INDEX `stand_in_log_name` ON `stand_in_log` (`port`,`name`);--> statement-breakpoint
ALTER TABLE `people` ADD `plan_view` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `customers` ADD `no_visit_messages` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `sites` ADD `district` text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX `sites_district` ON `sites` (`district`);