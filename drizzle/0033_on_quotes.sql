ALTER TABLE `people` ADD `title` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `people` ADD `picture_id` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `people` ADD `signature` text DEFAULT '' NOT NULL;