ALTER TABLE `season_offers` ADD `visits` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `season_offers` ADD `hours` integer DEFAULT 0 NOT NULL;