CREATE TABLE `credit_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`credit_id` text NOT NULL,
	`invoice_line_id` text NOT NULL,
	`amount` integer NOT NULL,
	FOREIGN KEY (`credit_id`) REFERENCES `credit_notes`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`invoice_line_id`) REFERENCES `invoice_lines`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `credit_lines_credit` ON `credit_lines` (`credit_id`);--> statement-breakpoint
CREATE INDEX `credit_lines_line` ON `credit_lines` (`invoice_line_id`);--> statement-breakpoint
CREATE TABLE `credit_notes` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`invoice_id` text NOT NULL,
	`customer_id` text NOT NULL,
	`part_id` text NOT NULL,
	`day` text NOT NULL,
	`reason` text NOT NULL,
	`net` integer NOT NULL,
	`taxes` text NOT NULL,
	`tax` integer NOT NULL,
	`total` integer NOT NULL,
	`payment_id` text,
	`at` integer NOT NULL,
	FOREIGN KEY (`invoice_id`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`customer_id`) REFERENCES `customers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`part_id`) REFERENCES `invoice_parts`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`payment_id`) REFERENCES `payments`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "credit_notes_total" CHECK("credit_notes"."net" + "credit_notes"."tax" = "credit_notes"."total" and "credit_notes"."total" > 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `credit_notes_number` ON `credit_notes` (`number`);--> statement-breakpoint
CREATE INDEX `credit_notes_invoice` ON `credit_notes` (`invoice_id`);--> statement-breakpoint
CREATE INDEX `credit_notes_part` ON `credit_notes` (`part_id`);--> statement-breakpoint
CREATE INDEX `credit_notes_day` ON `credit_notes` (`day`);--> statement-breakpoint
CREATE INDEX `credit_notes_customer` ON `credit_notes` (`customer_id`);--> statement-breakpoint
CREATE TABLE `invoice_parts` (
	`id` text PRIMARY KEY NOT NULL,
	`invoice_id` text NOT NULL,
	`job_id` text NOT NULL,
	`kind` text NOT NULL,
	`position` integer NOT NULL,
	`title` text NOT NULL,
	`grouping` text DEFAULT 'each' NOT NULL,
	`net` integer NOT NULL,
	`retained` integer DEFAULT 0 NOT NULL,
	`taxes` text NOT NULL,
	`tax` integer NOT NULL,
	FOREIGN KEY (`invoice_id`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `invoice_parts_invoice` ON `invoice_parts` (`invoice_id`,`position`);--> statement-breakpoint
CREATE INDEX `invoice_parts_job` ON `invoice_parts` (`job_id`);--> statement-breakpoint
CREATE TABLE `pay_application_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`application_id` text NOT NULL,
	`contract_line_id` text NOT NULL,
	`position` integer NOT NULL,
	`scheduled` integer NOT NULL,
	`previous` integer NOT NULL,
	`completed` integer NOT NULL,
	`stored` integer NOT NULL,
	`certified` integer,
	`released` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`application_id`) REFERENCES `pay_applications`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`contract_line_id`) REFERENCES `contract_lines`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `pay_application_lines_application` ON `pay_application_lines` (`application_id`,`position`);--> statement-breakpoint
CREATE INDEX `pay_application_lines_contract` ON `pay_application_lines` (`contract_line_id`);--> statement-breakpoint
CREATE TABLE `pay_applications` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`number` integer NOT NULL,
	`period_end` text NOT NULL,
	`state` text NOT NULL,
	`work_rate` integer NOT NULL,
	`stored_rate` integer NOT NULL,
	`release` text NOT NULL,
	`release_amount` integer DEFAULT 0 NOT NULL,
	`sent_at` integer,
	`certified_at` integer,
	`invoice_id` text,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`invoice_id`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `pay_applications_number` ON `pay_applications` (`job_id`,`number`) WHERE state <> 'void';--> statement-breakpoint
CREATE INDEX `pay_applications_job` ON `pay_applications` (`job_id`,`number`);--> statement-breakpoint
CREATE INDEX `pay_applications_period` ON `pay_applications` (`period_end`);--> statement-breakpoint
CREATE INDEX `pay_applications_state` ON `pay_applications` (`state`);--> statement-breakpoint
CREATE TABLE `repeat_invoice_days` (
	`id` text PRIMARY KEY NOT NULL,
	`rule_id` text NOT NULL,
	`occurs_on` text NOT NULL,
	`invoice_id` text,
	FOREIGN KEY (`rule_id`) REFERENCES `repeat_invoices`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`invoice_id`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `repeat_invoice_days_one` ON `repeat_invoice_days` (`rule_id`,`occurs_on`);--> statement-breakpoint
CREATE INDEX `repeat_invoice_days_invoice` ON `repeat_invoice_days` (`invoice_id`);--> statement-breakpoint
CREATE TABLE `repeat_invoices` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`name` text NOT NULL,
	`rule` text NOT NULL,
	`on_holiday` text NOT NULL,
	`lines` text NOT NULL,
	`send` integer DEFAULT false NOT NULL,
	`paused` integer DEFAULT false NOT NULL,
	`made_to` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `repeat_invoices_job` ON `repeat_invoices` (`job_id`);--> statement-breakpoint
CREATE TABLE `deliveries` (
	`id` text PRIMARY KEY NOT NULL,
	`order_id` text NOT NULL,
	`day` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `deliveries_order` ON `deliveries` (`order_id`);--> statement-breakpoint
CREATE TABLE `delivery_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`delivery_id` text NOT NULL,
	`order_line_id` text NOT NULL,
	`quantity` integer NOT NULL,
	FOREIGN KEY (`delivery_id`) REFERENCES `deliveries`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`order_line_id`) REFERENCES `order_lines`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `delivery_lines_delivery` ON `delivery_lines` (`delivery_id`);--> statement-breakpoint
CREATE INDEX `delivery_lines_line` ON `delivery_lines` (`order_line_id`);--> statement-breakpoint
CREATE TABLE `order_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`order_id` text NOT NULL,
	`position` integer NOT NULL,
	`item_id` text,
	`kind` text DEFAULT 'material' NOT NULL,
	`code` text DEFAULT '' NOT NULL,
	`name` text NOT NULL,
	`unit` text NOT NULL,
	`pack_unit` text DEFAULT '' NOT NULL,
	`pack` integer,
	`price` integer NOT NULL,
	`needed` integer NOT NULL,
	`packs` integer NOT NULL,
	`bought` integer NOT NULL,
	`amount` integer NOT NULL,
	`delivered` integer DEFAULT 0 NOT NULL,
	`last_delivery` integer DEFAULT false NOT NULL,
	`billed` integer DEFAULT 0 NOT NULL,
	`billed_amount` integer DEFAULT 0 NOT NULL,
	`closed` integer DEFAULT false NOT NULL,
	`tax_code_id` text,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "order_lines_sums" CHECK("order_lines"."needed" >= 0 and "order_lines"."bought" >= 0 and "order_lines"."amount" >= 0)
);
--> statement-breakpoint
CREATE INDEX `order_lines_order` ON `order_lines` (`order_id`,`position`);--> statement-breakpoint
CREATE INDEX `order_lines_item` ON `order_lines` (`item_id`);--> statement-breakpoint
CREATE TABLE `order_needs` (
	`id` text PRIMARY KEY NOT NULL,
	`line_id` text NOT NULL,
	`job_id` text NOT NULL,
	`phase_id` text,
	`material_id` text,
	`quantity` integer NOT NULL,
	FOREIGN KEY (`line_id`) REFERENCES `order_lines`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`phase_id`) REFERENCES `phases`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`material_id`) REFERENCES `job_materials`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "order_needs_quantity" CHECK("order_needs"."quantity" >= 0)
);
--> statement-breakpoint
CREATE INDEX `order_needs_line` ON `order_needs` (`line_id`);--> statement-breakpoint
CREATE INDEX `order_needs_job` ON `order_needs` (`job_id`);--> statement-breakpoint
CREATE INDEX `order_needs_material` ON `order_needs` (`material_id`);--> statement-breakpoint
CREATE TABLE `orders` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer,
	`firm_id` text NOT NULL,
	`state` text NOT NULL,
	`deliver_to` text DEFAULT '' NOT NULL,
	`wanted` text,
	`note` text DEFAULT '' NOT NULL,
	`sent_at` integer,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`firm_id`) REFERENCES `firms`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `orders_number` ON `orders` (`number`);--> statement-breakpoint
CREATE INDEX `orders_firm` ON `orders` (`firm_id`);--> statement-breakpoint
CREATE INDEX `orders_state` ON `orders` (`state`,`wanted`);--> statement-breakpoint
CREATE TABLE `remainders` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`phase_id` text,
	`kind` text NOT NULL,
	`amount` integer NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`phase_id`) REFERENCES `phases`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "remainders_amount" CHECK("remainders"."amount" >= 0)
);
--> statement-breakpoint
CREATE INDEX `remainders_job` ON `remainders` (`job_id`);--> statement-breakpoint
CREATE TABLE `supplier_bill_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`bill_id` text NOT NULL,
	`position` integer NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`quantity` integer NOT NULL,
	`unit` text DEFAULT '' NOT NULL,
	`amount` integer NOT NULL,
	`order_line_id` text,
	FOREIGN KEY (`bill_id`) REFERENCES `supplier_bills`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`order_line_id`) REFERENCES `order_lines`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `supplier_bill_lines_bill` ON `supplier_bill_lines` (`bill_id`,`position`);--> statement-breakpoint
CREATE INDEX `supplier_bill_lines_order` ON `supplier_bill_lines` (`order_line_id`);--> statement-breakpoint
CREATE TABLE `supplier_bill_shares` (
	`id` text PRIMARY KEY NOT NULL,
	`line_id` text NOT NULL,
	`job_id` text,
	`phase_id` text,
	`weight` integer NOT NULL,
	`cost` integer NOT NULL,
	`cost_entry_id` text,
	FOREIGN KEY (`line_id`) REFERENCES `supplier_bill_lines`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`phase_id`) REFERENCES `phases`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`cost_entry_id`) REFERENCES `cost_entries`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `supplier_bill_shares_line` ON `supplier_bill_shares` (`line_id`);--> statement-breakpoint
CREATE INDEX `supplier_bill_shares_cost` ON `supplier_bill_shares` (`cost_entry_id`);--> statement-breakpoint
CREATE INDEX `supplier_bill_shares_job` ON `supplier_bill_shares` (`job_id`);--> statement-breakpoint
CREATE TABLE `supplier_bills` (
	`id` text PRIMARY KEY NOT NULL,
	`firm_id` text NOT NULL,
	`number` text NOT NULL,
	`number_key` text NOT NULL,
	`day` text NOT NULL,
	`due` text NOT NULL,
	`freight` integer NOT NULL,
	`other` integer NOT NULL,
	`tax` integer NOT NULL,
	`recovered` integer DEFAULT 0 NOT NULL,
	`discount` integer NOT NULL,
	`total` integer NOT NULL,
	`early_discount` integer DEFAULT 0 NOT NULL,
	`early_until` text,
	`paid_on` text,
	`discount_taken` integer DEFAULT 0 NOT NULL,
	`withdrawn_at` integer,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`firm_id`) REFERENCES `firms`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `supplier_bills_number` ON `supplier_bills` (`firm_id`,`number_key`) WHERE withdrawn_at is null;--> statement-breakpoint
CREATE INDEX `supplier_bills_day` ON `supplier_bills` (`day`);--> statement-breakpoint
CREATE INDEX `supplier_bills_open` ON `supplier_bills` (`due`) WHERE paid_on is null and withdrawn_at is null;--> statement-breakpoint
CREATE INDEX `supplier_bills_paid` ON `supplier_bills` (`paid_on`);--> statement-breakpoint
CREATE TABLE `bank_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`fingerprint` text NOT NULL,
	`day` text NOT NULL,
	`amount` integer NOT NULL,
	`text` text DEFAULT '' NOT NULL,
	`reference` text DEFAULT '' NOT NULL,
	`state` text NOT NULL,
	`payment_id` text,
	`bill_id` text,
	`at` integer NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`payment_id`) REFERENCES `payments`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`bill_id`) REFERENCES `supplier_bills`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `bank_lines_fingerprint` ON `bank_lines` (`fingerprint`);--> statement-breakpoint
CREATE INDEX `bank_lines_state` ON `bank_lines` (`state`,`day`);--> statement-breakpoint
CREATE TABLE `instalment_plans` (
	`id` text PRIMARY KEY NOT NULL,
	`invoice_id` text NOT NULL,
	`paid_before` integer NOT NULL,
	`grace_days` integer NOT NULL,
	`broken_on` text,
	`ended_at` integer,
	`at` integer NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`invoice_id`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `instalment_plans_invoice` ON `instalment_plans` (`invoice_id`) WHERE ended_at is null;--> statement-breakpoint
CREATE TABLE `instalments` (
	`id` text PRIMARY KEY NOT NULL,
	`plan_id` text NOT NULL,
	`position` integer NOT NULL,
	`due` text NOT NULL,
	`amount` integer NOT NULL,
	FOREIGN KEY (`plan_id`) REFERENCES `instalment_plans`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "instalments_amount" CHECK("instalments"."amount" > 0)
);
--> statement-breakpoint
CREATE INDEX `instalments_plan` ON `instalments` (`plan_id`,`position`);--> statement-breakpoint
CREATE TABLE `invoice_reminders` (
	`id` text PRIMARY KEY NOT NULL,
	`invoice_id` text NOT NULL,
	`step` integer NOT NULL,
	`day` text NOT NULL,
	FOREIGN KEY (`invoice_id`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `invoice_reminders_one` ON `invoice_reminders` (`invoice_id`,`step`);--> statement-breakpoint
CREATE TABLE `journal_entries` (
	`id` text PRIMARY KEY NOT NULL,
	`export_id` text NOT NULL,
	`position` integer NOT NULL,
	`event` text NOT NULL,
	`day` text NOT NULL,
	`text` text NOT NULL,
	`lines` text NOT NULL,
	`settles` text,
	`settled` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`export_id`) REFERENCES `journal_exports`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`settles`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `journal_entries_event` ON `journal_entries` (`event`);--> statement-breakpoint
CREATE INDEX `journal_entries_export` ON `journal_entries` (`export_id`,`position`);--> statement-breakpoint
CREATE INDEX `journal_entries_settles` ON `journal_entries` (`settles`);--> statement-breakpoint
CREATE TABLE `journal_exports` (
	`id` text PRIMARY KEY NOT NULL,
	`through` text NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`entries` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `journal_exports_at` ON `journal_exports` (`at`);--> statement-breakpoint
CREATE TABLE `money_calls` (
	`id` text PRIMARY KEY NOT NULL,
	`customer_id` text NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`text` text NOT NULL,
	`promise` text,
	FOREIGN KEY (`customer_id`) REFERENCES `customers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `money_calls_customer` ON `money_calls` (`customer_id`,`at`);--> statement-breakpoint
ALTER TABLE `cost_entries` ADD `billed` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `cost_entries` ADD `to_confirm` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `cost_entries_item` ON `cost_entries` (`job_id`,`item_id`) WHERE to_confirm = 1;--> statement-breakpoint
ALTER TABLE `phases` ADD `percent_complete` integer;--> statement-breakpoint
ALTER TABLE `invoice_lines` ADD `part_id` text REFERENCES invoice_parts(id);--> statement-breakpoint
ALTER TABLE `invoice_lines` ADD `day` text;--> statement-breakpoint
ALTER TABLE `invoice_lines` ADD `retained` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `invoice_lines_part` ON `invoice_lines` (`part_id`);--> statement-breakpoint
ALTER TABLE `invoices` ADD `retained` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `invoices` ADD `about_id` text;--> statement-breakpoint
ALTER TABLE `invoices` ADD `reminders_off` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `invoices_drafts` ON `invoices` (`kind`) WHERE issued_at is null;--> statement-breakpoint
ALTER TABLE `payments` ADD `returns_id` text;--> statement-breakpoint
CREATE UNIQUE INDEX `payments_returns` ON `payments` (`returns_id`);--> statement-breakpoint
INSERT INTO invoice_parts (id, invoice_id, job_id, kind, position, title, net, retained, taxes, tax) SELECT id, id, job_id, kind, 0, title, net, 0, taxes, tax FROM invoices WHERE job_id IN (SELECT id FROM jobs);--> statement-breakpoint
UPDATE invoice_lines SET part_id = invoice_id WHERE invoice_id IN (SELECT id FROM invoice_parts);--> statement-breakpoint
UPDATE cost_entries SET billed = charge WHERE state = 'billed';
