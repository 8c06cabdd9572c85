CREATE TABLE `budget_scenarios` (
	`id` text PRIMARY KEY NOT NULL,
	`year` integer NOT NULL,
	`name` text NOT NULL,
	`what_if` text NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `budget_scenarios_name` ON `budget_scenarios` (`year`,`name`);--> statement-breakpoint
CREATE TABLE `budgets` (
	`id` text PRIMARY KEY NOT NULL,
	`year` integer NOT NULL,
	`budget` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `budgets_year` ON `budgets` (`year`);--> statement-breakpoint
CREATE TABLE `catalog_change_rows` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`change_id` text NOT NULL,
	`item_id` text NOT NULL,
	`name` text NOT NULL,
	`unit` text NOT NULL,
	`cost` integer NOT NULL,
	`rule` text NOT NULL,
	`tags` text NOT NULL,
	`category_id` text,
	`tax_code_id` text,
	`set_aside` integer NOT NULL,
	`version_after` integer NOT NULL,
	FOREIGN KEY (`change_id`) REFERENCES `catalog_changes`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `catalog_change_rows_change` ON `catalog_change_rows` (`change_id`);--> statement-breakpoint
CREATE TABLE `catalog_changes` (
	`id` text PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`text` text NOT NULL,
	`import_id` text,
	`items` integer NOT NULL,
	`undone_at` integer
);
--> statement-breakpoint
CREATE INDEX `catalog_changes_at` ON `catalog_changes` (`at`);--> statement-breakpoint
CREATE INDEX `catalog_changes_import` ON `catalog_changes` (`import_id`);--> statement-breakpoint
CREATE TABLE `equipment_sheets` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`place` text NOT NULL,
	`sheet` text NOT NULL,
	`hours_per_day` integer NOT NULL,
	`hourly_cost` integer NOT NULL,
	`item_id` text,
	`set_aside` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`item_id`) REFERENCES `items`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "equipment_sheets_cost" CHECK("equipment_sheets"."hourly_cost" >= 0 and "equipment_sheets"."hours_per_day" > 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `equipment_sheets_name` ON `equipment_sheets` (`name`);--> statement-breakpoint
CREATE TABLE `item_sales` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`item_id` text NOT NULL,
	`customer_id` text NOT NULL,
	`job_id` text NOT NULL,
	`at` integer NOT NULL,
	`quantity` integer NOT NULL,
	`price` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `item_sales_item` ON `item_sales` (`item_id`,`at`);--> statement-breakpoint
CREATE TABLE `labor_rates` (
	`id` text PRIMARY KEY NOT NULL,
	`sheet_id` text NOT NULL,
	`from_day` text NOT NULL,
	`sheet` text NOT NULL,
	`loaded_cost` integer NOT NULL,
	`overhead_per_hour` integer NOT NULL,
	`price` integer NOT NULL,
	FOREIGN KEY (`sheet_id`) REFERENCES `labor_sheets`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "labor_rates_money" CHECK("labor_rates"."loaded_cost" >= 0 and "labor_rates"."overhead_per_hour" >= 0 and "labor_rates"."price" > 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `labor_rates_from` ON `labor_rates` (`sheet_id`,`from_day`);--> statement-breakpoint
CREATE TABLE `rate_groups` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`percents` text NOT NULL,
	`on_fixed` integer DEFAULT false NOT NULL,
	`set_aside` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `rate_groups_name` ON `rate_groups` (`name`);--> statement-breakpoint
ALTER TABLE `customers` ADD `rate_group_id` text;--> statement-breakpoint
ALTER TABLE `assemblies` ADD `choices` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `assemblies` ADD `refusals` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `categories` ADD `parent_id` text;--> statement-breakpoint
ALTER TABLE `categories` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX `categories_parent` ON `categories` (`parent_id`);--> statement-breakpoint
ALTER TABLE `items` ADD `purchase_unit` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `items` ADD `pack` integer DEFAULT 10000 NOT NULL;--> statement-breakpoint
ALTER TABLE `items` ADD `tags` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `items` ADD `note` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `items` ADD `file_id` text;--> statement-breakpoint
CREATE INDEX `items_kind` ON `items` (`kind`,`name`);--> statement-breakpoint
ALTER TABLE `parts` ADD `child_id` text;--> statement-breakpoint
ALTER TABLE `parts` ADD `when_answers` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `parts` ADD `factors` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
CREATE INDEX `parts_child` ON `parts` (`child_id`);--> statement-breakpoint
CREATE INDEX `jobs_won` ON `jobs` (`won_at`);--> statement-breakpoint
CREATE INDEX `cost_entries_day` ON `cost_entries` (`day`);--> statement-breakpoint
CREATE INDEX `invoices_day` ON `invoices` (`day`);--> statement-breakpoint
INSERT INTO labor_rates (id, sheet_id, from_day, sheet, loaded_cost, overhead_per_hour, price) SELECT 'first-' || id, id, from_day, sheet, loaded_cost, overhead_per_hour, price FROM labor_sheets;
