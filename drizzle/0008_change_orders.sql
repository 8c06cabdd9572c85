ALTER TABLE `estimates` ADD `days` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `budget_rows` ADD `change_number` integer;--> statement-breakpoint
ALTER TABLE `contract_lines` ADD `change_number` integer;