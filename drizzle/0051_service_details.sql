ALTER TABLE `agreements` ADD `on_days` text;--> statement-breakpoint
ALTER TABLE `cadences` ADD `crew_size` integer;--> statement-breakpoint
ALTER TABLE `cadences` ADD `step_minutes` integer DEFAULT 5 NOT NULL;--> statement-breakpoint
ALTER TABLE `season_services` ADD `crew_size` integer;--> statement-breakpoint
ALTER TABLE `season_services` ADD `step_minutes` integer DEFAULT 5 NOT NULL;--> statement-breakpoint
ALTER TABLE `season_services` ADD `unit` text DEFAULT 'visit' NOT NULL;--> statement-breakpoint
ALTER TABLE `season_services` ADD `skills` text DEFAULT '' NOT NULL;