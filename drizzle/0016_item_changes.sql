CREATE TABLE `item_suppliers` (
	`id` text PRIMARY KEY NOT NULL,
	`item_id` text NOT NULL,
	`supplier_id` text NOT NULL,
	`code` text NOT NULL,
	`cost` integer NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`item_id`) REFERENCES `items`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`supplier_id`) REFERENCES `suppliers`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "item_suppliers_cost" CHECK("item_suppliers"."cost" >= 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `item_suppliers_code` ON `item_suppliers` (`supplier_id`,`code`);--> statement-breakpoint
CREATE INDEX `item_suppliers_any` ON `item_suppliers` (`code`);--> statement-breakpoint
CREATE UNIQUE INDEX `item_suppliers_item` ON `item_suppliers` (`item_id`,`supplier_id`);--> statement-breakpoint
CREATE TABLE `item_changes` (
	`change_id` text NOT NULL,
	`item_id` text NOT NULL,
	`version_after` integer NOT NULL,
	`cost` integer,
	`cost_after` integer,
	`name` text,
	`unit` text,
	`rule` text,
	`tags` text,
	`category_id` text,
	`tax_code_id` text,
	`set_aside` integer,
	`reference_id` text,
	PRIMARY KEY(`change_id`, `item_id`),
	FOREIGN KEY (`change_id`) REFERENCES `catalog_changes`(`id`) ON UPDATE no action ON DELETE no action
) WITHOUT ROWID;
--> statement-breakpoint
ALTER TABLE `catalog_changes` ADD `fields` text DEFAULT '["name","unit","cost","rule","tags","category_id","tax_code_id","set_aside"]' NOT NULL;--> statement-breakpoint
-- What older changes kept goes along; their costs stand in item_costs already.
INSERT OR IGNORE INTO `item_changes` (`change_id`, `item_id`, `version_after`, `cost`, `name`, `unit`, `rule`, `tags`, `category_id`, `tax_code_id`, `set_aside`)
SELECT `change_id`, `item_id`, `version_after`, `cost`, `name`, `unit`, `rule`, `tags`, `category_id`, `tax_code_id`, `set_aside` FROM `catalog_change_rows`;
