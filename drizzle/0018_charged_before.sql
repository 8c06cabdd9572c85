ALTER TABLE `item_sales` ADD `invoice_id` text;--> statement-breakpoint
CREATE INDEX `item_sales_invoice` ON `item_sales` (`invoice_id`);