ALTER TABLE `firms` ADD `contact` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `firms` ADD `account` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `firms` ADD `order_mail` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `firms` ADD `pay_days` integer;--> statement-breakpoint
ALTER TABLE `firms` ADD `early_percent` integer;--> statement-breakpoint
ALTER TABLE `firms` ADD `early_days` integer;