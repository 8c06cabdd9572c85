CREATE TABLE `branches` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`address` text DEFAULT '' NOT NULL,
	`lat` real,
	`lng` real
);
--> statement-breakpoint
CREATE TABLE `company` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`zone` text NOT NULL,
	`system` text NOT NULL,
	`mail` text DEFAULT '' NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`address` text DEFAULT '' NOT NULL,
	`hours` text NOT NULL,
	`holidays` text NOT NULL,
	`settings` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE `counters` (
	`id` text PRIMARY KEY NOT NULL,
	`next` integer NOT NULL,
	CONSTRAINT "counters_positive" CHECK("counters"."next" > 0)
);
--> statement-breakpoint
CREATE TABLE `crews` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`position` integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE `labor_sheets` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`branch_id` text,
	`from_day` text NOT NULL,
	`sheet` text NOT NULL,
	`loaded_cost` integer NOT NULL,
	`overhead_per_hour` integer NOT NULL,
	`price` integer NOT NULL,
	`set_aside` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`branch_id`) REFERENCES `branches`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "labor_sheets_money" CHECK("labor_sheets"."loaded_cost" >= 0 and "labor_sheets"."price" > 0)
);
--> statement-breakpoint
CREATE TABLE `people` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`mail` text NOT NULL,
	`role` text NOT NULL,
	`crew_id` text,
	`skills` text DEFAULT '' NOT NULL,
	`color` text DEFAULT 'slate' NOT NULL,
	`language` text DEFAULT 'en' NOT NULL,
	`password_hash` text NOT NULL,
	`active` integer DEFAULT true NOT NULL,
	`sheet_id` text,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`crew_id`) REFERENCES `crews`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`sheet_id`) REFERENCES `labor_sheets`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `people_mail` ON `people` (`mail`);--> statement-breakpoint
CREATE TABLE `sessions` (
	`id` text PRIMARY KEY NOT NULL,
	`token_hash` text NOT NULL,
	`person_id` text NOT NULL,
	`created_at` integer NOT NULL,
	`seen_at` integer NOT NULL,
	`expires_at` integer NOT NULL,
	`agent` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `sessions_token` ON `sessions` (`token_hash`);--> statement-breakpoint
CREATE INDEX `sessions_person` ON `sessions` (`person_id`);--> statement-breakpoint
CREATE TABLE `tax_codes` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`component_ids` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `tax_components` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`rates` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `time_off` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`from_day` text NOT NULL,
	`to_day` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "time_off_order" CHECK("time_off"."from_day" <= "time_off"."to_day")
);
--> statement-breakpoint
CREATE INDEX `time_off_person` ON `time_off` (`person_id`,`from_day`);--> statement-breakpoint
CREATE TABLE `answers` (
	`id` text PRIMARY KEY NOT NULL,
	`revision_id` text NOT NULL,
	`answer` text NOT NULL,
	`name` text DEFAULT '' NOT NULL,
	`signature` text DEFAULT '' NOT NULL,
	`chosen` text NOT NULL,
	`reason` text DEFAULT '' NOT NULL,
	`at` integer NOT NULL,
	`address` text DEFAULT '' NOT NULL,
	`agent` text DEFAULT '' NOT NULL,
	`total` integer NOT NULL,
	FOREIGN KEY (`revision_id`) REFERENCES `revisions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `answers_revision` ON `answers` (`revision_id`);--> statement-breakpoint
CREATE TABLE `customers` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text DEFAULT 'person' NOT NULL,
	`mail` text DEFAULT '' NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`address` text DEFAULT '' NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`exemption` text,
	`created_at` integer NOT NULL,
	`version` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE INDEX `customers_name` ON `customers` (`name`);--> statement-breakpoint
CREATE INDEX `customers_mail` ON `customers` (`mail`);--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`number` integer,
	`customer_id` text NOT NULL,
	`site_id` text,
	`stage_id` text NOT NULL,
	`kind_of_work` text DEFAULT '' NOT NULL,
	`source` text DEFAULT '' NOT NULL,
	`person_id` text,
	`branch_id` text,
	`wanted` text DEFAULT '' NOT NULL,
	`crew_brief` text DEFAULT '' NOT NULL,
	`decision_day` text,
	`expected` integer,
	`lost_reason` text DEFAULT '' NOT NULL,
	`asked_at` integer NOT NULL,
	`touched_at` integer NOT NULL,
	`won_at` integer,
	`done_at` integer,
	`contract_net` integer,
	`contract_tax` integer,
	`percent_complete` integer,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`customer_id`) REFERENCES `customers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`stage_id`) REFERENCES `stages`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`branch_id`) REFERENCES `branches`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "jobs_won" CHECK("jobs"."number" is null or "jobs"."won_at" is not null)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `jobs_number` ON `jobs` (`number`);--> statement-breakpoint
CREATE INDEX `jobs_stage` ON `jobs` (`stage_id`,`touched_at`);--> statement-breakpoint
CREATE INDEX `jobs_customer` ON `jobs` (`customer_id`);--> statement-breakpoint
CREATE INDEX `jobs_touched` ON `jobs` (`touched_at`);--> statement-breakpoint
CREATE TABLE `leads` (
	`id` text PRIMARY KEY NOT NULL,
	`received_at` integer NOT NULL,
	`via` text NOT NULL,
	`name` text NOT NULL,
	`mail` text DEFAULT '' NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`address` text DEFAULT '' NOT NULL,
	`wanted` text DEFAULT '' NOT NULL,
	`state` text DEFAULT 'new' NOT NULL,
	`job_id` text,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `leads_state` ON `leads` (`state`,`received_at`);--> statement-breakpoint
CREATE TABLE `links` (
	`id` text PRIMARY KEY NOT NULL,
	`token_hash` text NOT NULL,
	`nonce` text NOT NULL,
	`kind` text NOT NULL,
	`subject_id` text NOT NULL,
	`created_at` integer NOT NULL,
	`revoked` integer DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `links_token` ON `links` (`token_hash`);--> statement-breakpoint
CREATE INDEX `links_subject` ON `links` (`subject_id`);--> statement-breakpoint
CREATE TABLE `quotes` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`job_id` text NOT NULL,
	`estimate_id` text NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `quotes_number` ON `quotes` (`number`);--> statement-breakpoint
CREATE INDEX `quotes_job` ON `quotes` (`job_id`);--> statement-breakpoint
CREATE TABLE `revisions` (
	`id` text PRIMARY KEY NOT NULL,
	`quote_id` text NOT NULL,
	`revision` integer NOT NULL,
	`issued_at` integer NOT NULL,
	`issued_by` text DEFAULT '' NOT NULL,
	`valid_until` text NOT NULL,
	`header` text NOT NULL,
	`frozen` text NOT NULL,
	`hash` text NOT NULL,
	`net` integer NOT NULL,
	`tax` integer NOT NULL,
	`total` integer NOT NULL,
	`state` text DEFAULT 'open' NOT NULL,
	FOREIGN KEY (`quote_id`) REFERENCES `quotes`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "revisions_total" CHECK("revisions"."net" + "revisions"."tax" = "revisions"."total")
);
--> statement-breakpoint
CREATE UNIQUE INDEX `revisions_number` ON `revisions` (`quote_id`,`revision`);--> statement-breakpoint
CREATE INDEX `revisions_state` ON `revisions` (`state`,`issued_at`);--> statement-breakpoint
CREATE TABLE `sites` (
	`id` text PRIMARY KEY NOT NULL,
	`customer_id` text NOT NULL,
	`address` text NOT NULL,
	`lat` real,
	`lng` real,
	`access` text DEFAULT '' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`customer_id`) REFERENCES `customers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `sites_customer` ON `sites` (`customer_id`);--> statement-breakpoint
CREATE TABLE `stages` (
	`id` text PRIMARY KEY NOT NULL,
	`track` text NOT NULL,
	`name` text NOT NULL,
	`meaning` text NOT NULL,
	`position` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `views` (
	`id` text PRIMARY KEY NOT NULL,
	`subject_id` text NOT NULL,
	`at` integer NOT NULL,
	`device` text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE INDEX `views_subject` ON `views` (`subject_id`,`at`);--> statement-breakpoint
CREATE TABLE `assemblies` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`category` text DEFAULT '' NOT NULL,
	`wording` text DEFAULT '' NOT NULL,
	`crew_sheet` text NOT NULL,
	`set_aside` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE INDEX `assemblies_name` ON `assemblies` (`name`);--> statement-breakpoint
CREATE TABLE `categories` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`rule` text
);
--> statement-breakpoint
CREATE TABLE `imports` (
	`id` text PRIMARY KEY NOT NULL,
	`supplier_id` text NOT NULL,
	`file_name` text NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`added` integer NOT NULL,
	`changed` integer NOT NULL,
	`unchanged` integer NOT NULL,
	`rejected` text NOT NULL,
	FOREIGN KEY (`supplier_id`) REFERENCES `suppliers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `imports_at` ON `imports` (`at`);--> statement-breakpoint
CREATE TABLE `item_costs` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`item_id` text NOT NULL,
	`import_id` text,
	`at` integer NOT NULL,
	`before` integer,
	`after` integer NOT NULL,
	FOREIGN KEY (`item_id`) REFERENCES `items`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`import_id`) REFERENCES `imports`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `item_costs_item` ON `item_costs` (`item_id`,`at`);--> statement-breakpoint
CREATE TABLE `items` (
	`id` text PRIMARY KEY NOT NULL,
	`code` text NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`unit` text NOT NULL,
	`cost` integer NOT NULL,
	`rule` text NOT NULL,
	`fine` integer DEFAULT false NOT NULL,
	`tax_code_id` text,
	`category_id` text,
	`supplier_id` text,
	`wording` text DEFAULT '' NOT NULL,
	`set_aside` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`tax_code_id`) REFERENCES `tax_codes`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`category_id`) REFERENCES `categories`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`supplier_id`) REFERENCES `suppliers`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "items_cost" CHECK("items"."cost" >= 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `items_code` ON `items` (`code`);--> statement-breakpoint
CREATE INDEX `items_supplier` ON `items` (`supplier_id`);--> statement-breakpoint
CREATE INDEX `items_category` ON `items` (`category_id`,`name`);--> statement-breakpoint
CREATE INDEX `items_name` ON `items` (`name`);--> statement-breakpoint
CREATE TABLE `parts` (
	`id` text PRIMARY KEY NOT NULL,
	`assembly_id` text NOT NULL,
	`position` integer NOT NULL,
	`item_id` text,
	`sheet_id` text,
	`name` text DEFAULT '' NOT NULL,
	`measures` text NOT NULL,
	`rate` text NOT NULL,
	`placeholder` text DEFAULT '' NOT NULL,
	`reminder` integer DEFAULT false NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`phase` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`assembly_id`) REFERENCES `assemblies`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`item_id`) REFERENCES `items`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `parts_assembly` ON `parts` (`assembly_id`,`position`);--> statement-breakpoint
CREATE INDEX `parts_item` ON `parts` (`item_id`);--> statement-breakpoint
CREATE TABLE `suppliers` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`mapping` text
);
--> statement-breakpoint
CREATE UNIQUE INDEX `suppliers_name` ON `suppliers` (`name`);--> statement-breakpoint
CREATE TABLE `estimates` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`title` text NOT NULL,
	`intro` text DEFAULT '' NOT NULL,
	`discount` text,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `estimates_job` ON `estimates` (`job_id`);--> statement-breakpoint
CREATE TABLE `lines` (
	`id` text PRIMARY KEY NOT NULL,
	`scope_id` text NOT NULL,
	`position` integer NOT NULL,
	`kind` text NOT NULL,
	`name` text NOT NULL,
	`wording` text DEFAULT '' NOT NULL,
	`unit` text NOT NULL,
	`source` text NOT NULL,
	`override` text,
	`hours_per_unit` integer DEFAULT 0 NOT NULL,
	`unit_cost` integer NOT NULL,
	`overhead_per_hour` integer DEFAULT 0 NOT NULL,
	`rule` text NOT NULL,
	`unit_price` integer NOT NULL,
	`fine` integer DEFAULT false NOT NULL,
	`tax_code_id` text,
	`option` integer DEFAULT false NOT NULL,
	`set_aside` integer DEFAULT false NOT NULL,
	`hidden` integer DEFAULT false NOT NULL,
	`locked` integer DEFAULT false NOT NULL,
	`discountable` integer DEFAULT true NOT NULL,
	`settled` integer,
	`placeholder` text DEFAULT '' NOT NULL,
	`reminder` integer DEFAULT false NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`phase` text DEFAULT '' NOT NULL,
	`item_id` text,
	`sheet_id` text,
	`recipe_id` text,
	FOREIGN KEY (`scope_id`) REFERENCES `scopes`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`recipe_id`) REFERENCES `recipes`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "lines_money" CHECK("lines"."unit_cost" >= 0)
);
--> statement-breakpoint
CREATE INDEX `lines_scope` ON `lines` (`scope_id`,`position`);--> statement-breakpoint
CREATE INDEX `lines_item` ON `lines` (`item_id`);--> statement-breakpoint
CREATE TABLE `recipes` (
	`id` text PRIMARY KEY NOT NULL,
	`scope_id` text NOT NULL,
	`assembly_id` text NOT NULL,
	`name` text NOT NULL,
	FOREIGN KEY (`scope_id`) REFERENCES `scopes`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`assembly_id`) REFERENCES `assemblies`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `recipes_scope` ON `recipes` (`scope_id`);--> statement-breakpoint
CREATE INDEX `recipes_assembly` ON `recipes` (`assembly_id`);--> statement-breakpoint
CREATE TABLE `scopes` (
	`id` text PRIMARY KEY NOT NULL,
	`estimate_id` text NOT NULL,
	`position` integer NOT NULL,
	`name` text NOT NULL,
	`wording` text DEFAULT '' NOT NULL,
	`option` integer DEFAULT false NOT NULL,
	`set_aside` integer DEFAULT false NOT NULL,
	FOREIGN KEY (`estimate_id`) REFERENCES `estimates`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `scopes_estimate` ON `scopes` (`estimate_id`,`position`);--> statement-breakpoint
CREATE TABLE `shapes` (
	`id` text PRIMARY KEY NOT NULL,
	`scope_id` text NOT NULL,
	`position` integer NOT NULL,
	`figure` text NOT NULL,
	`times` integer DEFAULT 1 NOT NULL,
	`subtract` integer DEFAULT false NOT NULL,
	`subtract_lengths` integer DEFAULT false NOT NULL,
	FOREIGN KEY (`scope_id`) REFERENCES `scopes`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "shapes_times" CHECK("shapes"."times" between 1 and 10000)
);
--> statement-breakpoint
CREATE INDEX `shapes_scope` ON `shapes` (`scope_id`,`position`);--> statement-breakpoint
CREATE TABLE `budget_rows` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`phase` text NOT NULL,
	`kind` text NOT NULL,
	`cost` integer NOT NULL,
	`hours` integer NOT NULL,
	`price` integer NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `budget_rows_job` ON `budget_rows` (`job_id`);--> statement-breakpoint
CREATE TABLE `contract_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`position` integer NOT NULL,
	`scope` text NOT NULL,
	`text` text NOT NULL,
	`amount` integer NOT NULL,
	`tax_code_id` text,
	`phase` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `contract_lines_job` ON `contract_lines` (`job_id`,`position`);--> statement-breakpoint
CREATE TABLE `cost_entries` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`kind` text NOT NULL,
	`name` text NOT NULL,
	`item_id` text,
	`time_entry_id` text,
	`person_id` text,
	`day` text NOT NULL,
	`quantity` integer NOT NULL,
	`unit` text NOT NULL,
	`unit_cost` integer NOT NULL,
	`cost` integer NOT NULL,
	`charge` integer NOT NULL,
	`tax_code_id` text,
	`state` text DEFAULT 'to bill' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`time_entry_id`) REFERENCES `time_entries`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `cost_entries_job` ON `cost_entries` (`job_id`,`day`);--> statement-breakpoint
CREATE INDEX `cost_entries_time` ON `cost_entries` (`time_entry_id`);--> statement-breakpoint
CREATE INDEX `cost_entries_state` ON `cost_entries` (`state`);--> statement-breakpoint
CREATE TABLE `field_notes` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`person_id` text NOT NULL,
	`at` integer NOT NULL,
	`text` text DEFAULT '' NOT NULL,
	`file_id` text,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`file_id`) REFERENCES `files`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `field_notes_job` ON `field_notes` (`job_id`,`at`);--> statement-breakpoint
CREATE INDEX `field_notes_at` ON `field_notes` (`at`);--> statement-breakpoint
CREATE TABLE `files` (
	`id` text PRIMARY KEY NOT NULL,
	`type` text NOT NULL,
	`width` integer NOT NULL,
	`height` integer NOT NULL,
	`bytes` blob NOT NULL,
	`thumb` blob NOT NULL,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `job_materials` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`phase` text NOT NULL,
	`item_id` text,
	`name` text NOT NULL,
	`unit` text NOT NULL,
	`quantity` integer NOT NULL,
	`cost` integer NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `job_materials_job` ON `job_materials` (`job_id`);--> statement-breakpoint
CREATE TABLE `phases` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`name` text NOT NULL,
	`hours` integer NOT NULL,
	`position` integer NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `phases_job` ON `phases` (`job_id`);--> statement-breakpoint
CREATE TABLE `shifts` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text,
	`job_id` text NOT NULL,
	`phase` text DEFAULT '' NOT NULL,
	`day` text NOT NULL,
	`from_minute` integer,
	`to_minute` integer,
	`note` text DEFAULT '' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "shifts_span" CHECK(("shifts"."from_minute" is null) = ("shifts"."to_minute" is null) and ("shifts"."from_minute" is null or ("shifts"."from_minute" between 0 and 1439 and "shifts"."to_minute" > "shifts"."from_minute" and "shifts"."to_minute" <= 2160)))
);
--> statement-breakpoint
CREATE INDEX `shifts_day` ON `shifts` (`day`);--> statement-breakpoint
CREATE INDEX `shifts_person` ON `shifts` (`person_id`,`day`);--> statement-breakpoint
CREATE INDEX `shifts_job` ON `shifts` (`job_id`,`day`);--> statement-breakpoint
CREATE TABLE `time_entries` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`job_id` text,
	`started_at` integer NOT NULL,
	`ended_at` integer,
	`zone` text NOT NULL,
	`break_minutes` integer DEFAULT 0 NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`sheet_id` text,
	`loaded_cost` integer NOT NULL,
	`price` integer NOT NULL,
	`conflict` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "time_entries_order" CHECK("time_entries"."ended_at" is null or "time_entries"."ended_at" >= "time_entries"."started_at")
);
--> statement-breakpoint
CREATE INDEX `time_entries_person` ON `time_entries` (`person_id`,`started_at`);--> statement-breakpoint
CREATE INDEX `time_entries_job` ON `time_entries` (`job_id`,`started_at`);--> statement-breakpoint
CREATE INDEX `time_entries_running` ON `time_entries` (`ended_at`);--> statement-breakpoint
CREATE TABLE `allocations` (
	`id` text PRIMARY KEY NOT NULL,
	`payment_id` text NOT NULL,
	`invoice_id` text NOT NULL,
	`amount` integer NOT NULL,
	FOREIGN KEY (`payment_id`) REFERENCES `payments`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`invoice_id`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "allocations_amount" CHECK("allocations"."amount" <> 0)
);
--> statement-breakpoint
CREATE INDEX `allocations_payment` ON `allocations` (`payment_id`);--> statement-breakpoint
CREATE INDEX `allocations_invoice` ON `allocations` (`invoice_id`);--> statement-breakpoint
CREATE TABLE `charges` (
	`id` text PRIMARY KEY NOT NULL,
	`invoice_id` text NOT NULL,
	`amount` integer NOT NULL,
	`state` text NOT NULL,
	`message` text DEFAULT '' NOT NULL,
	`at` integer NOT NULL,
	`last4` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`invoice_id`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "charges_amount" CHECK("charges"."amount" > 0)
);
--> statement-breakpoint
CREATE INDEX `charges_invoice` ON `charges` (`invoice_id`);--> statement-breakpoint
CREATE TABLE `invoice_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`invoice_id` text NOT NULL,
	`position` integer NOT NULL,
	`text` text NOT NULL,
	`quantity` integer,
	`unit` text DEFAULT '' NOT NULL,
	`amount` integer NOT NULL,
	`tax_code_id` text,
	`contract_line_id` text,
	`cost_entry_id` text,
	FOREIGN KEY (`invoice_id`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`contract_line_id`) REFERENCES `contract_lines`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`cost_entry_id`) REFERENCES `cost_entries`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `invoice_lines_invoice` ON `invoice_lines` (`invoice_id`,`position`);--> statement-breakpoint
CREATE INDEX `invoice_lines_contract` ON `invoice_lines` (`contract_line_id`);--> statement-breakpoint
CREATE INDEX `invoice_lines_cost` ON `invoice_lines` (`cost_entry_id`);--> statement-breakpoint
CREATE TABLE `invoices` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer,
	`job_id` text NOT NULL,
	`customer_id` text NOT NULL,
	`kind` text NOT NULL,
	`title` text NOT NULL,
	`issued_at` integer,
	`day` text,
	`due` text,
	`voided_at` integer,
	`net` integer NOT NULL,
	`taxes` text NOT NULL,
	`tax` integer NOT NULL,
	`total` integer NOT NULL,
	`on_account` integer DEFAULT 0 NOT NULL,
	`promise` text,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`customer_id`) REFERENCES `customers`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "invoices_total" CHECK("invoices"."net" + "invoices"."tax" = "invoices"."total" and "invoices"."total" >= 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `invoices_number` ON `invoices` (`number`);--> statement-breakpoint
CREATE INDEX `invoices_job` ON `invoices` (`job_id`);--> statement-breakpoint
CREATE INDEX `invoices_customer` ON `invoices` (`customer_id`);--> statement-breakpoint
CREATE INDEX `invoices_due` ON `invoices` (`due`);--> statement-breakpoint
CREATE TABLE `payments` (
	`id` text PRIMARY KEY NOT NULL,
	`customer_id` text NOT NULL,
	`job_id` text,
	`at` integer NOT NULL,
	`day` text NOT NULL,
	`method` text NOT NULL,
	`amount` integer NOT NULL,
	`reference` text DEFAULT '' NOT NULL,
	`processor_id` text,
	FOREIGN KEY (`customer_id`) REFERENCES `customers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "payments_amount" CHECK("payments"."amount" <> 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `payments_processor` ON `payments` (`processor_id`);--> statement-breakpoint
CREATE INDEX `payments_customer` ON `payments` (`customer_id`);--> statement-breakpoint
CREATE INDEX `payments_day` ON `payments` (`day`);--> statement-breakpoint
CREATE TABLE `done` (
	`id` text PRIMARY KEY NOT NULL,
	`command` text NOT NULL,
	`result` text NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `done_at` ON `done` (`at`);--> statement-breakpoint
CREATE TABLE `history` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` integer NOT NULL,
	`by_id` text DEFAULT '' NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`command` text NOT NULL,
	`subject` text NOT NULL,
	`text` text NOT NULL,
	`changes` text NOT NULL,
	`undo_of` integer,
	`undone` integer DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE INDEX `history_subject` ON `history` (`subject`,`id`);--> statement-breakpoint
CREATE INDEX `history_at` ON `history` (`at`);--> statement-breakpoint
CREATE TABLE `outbox` (
	`id` text PRIMARY KEY NOT NULL,
	`to` text NOT NULL,
	`subject` text NOT NULL,
	`text` text NOT NULL,
	`link_id` text,
	`about` text DEFAULT '' NOT NULL,
	`state` text DEFAULT 'queued' NOT NULL,
	`attempts` integer DEFAULT 0 NOT NULL,
	`message` text DEFAULT '' NOT NULL,
	`created_at` integer NOT NULL,
	`due_at` integer NOT NULL,
	`sent_at` integer,
	`version` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE INDEX `outbox_due` ON `outbox` (`state`,`due_at`);--> statement-breakpoint
CREATE INDEX `outbox_created` ON `outbox` (`created_at`);--> statement-breakpoint
CREATE TABLE `stand_in_log` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` integer NOT NULL,
	`port` text NOT NULL,
	`sent` text NOT NULL,
	`received` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `stand_in_log_at` ON `stand_in_log` (`at`);