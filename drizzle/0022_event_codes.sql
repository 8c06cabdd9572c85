ALTER TABLE `history` ADD `code` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `history` ADD `params` text DEFAULT '{}' NOT NULL;