CREATE TABLE `saved_views` (
	`id` text PRIMARY KEY NOT NULL,
	`page` text NOT NULL,
	`name` text NOT NULL,
	`query` text NOT NULL,
	`person_id` text,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `saved_views_page` ON `saved_views` (`page`);--> statement-breakpoint
CREATE TABLE `contacts` (
	`id` text PRIMARY KEY NOT NULL,
	`customer_id` text NOT NULL,
	`name` text NOT NULL,
	`role` text DEFAULT '' NOT NULL,
	`mail` text DEFAULT '' NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`gets_quotes` integer DEFAULT false NOT NULL,
	`gets_invoices` integer DEFAULT false NOT NULL,
	`position` integer DEFAULT 0 NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`customer_id`) REFERENCES `customers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `contacts_customer` ON `contacts` (`customer_id`,`position`);--> statement-breakpoint
CREATE TABLE `quote_signatures` (
	`id` text PRIMARY KEY NOT NULL,
	`revision_id` text NOT NULL,
	`name` text NOT NULL,
	`signature` text DEFAULT '' NOT NULL,
	`chosen` text NOT NULL,
	`at` integer NOT NULL,
	`address` text DEFAULT '' NOT NULL,
	`agent` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`revision_id`) REFERENCES `revisions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `quote_signatures_name` ON `quote_signatures` (`revision_id`,`name`);--> statement-breakpoint
CREATE TABLE `task_templates` (
	`id` text PRIMARY KEY NOT NULL,
	`kind_of_work` text DEFAULT '' NOT NULL,
	`phase` text DEFAULT '' NOT NULL,
	`text` text NOT NULL,
	`position` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `tasks` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`phase` text DEFAULT '' NOT NULL,
	`text` text NOT NULL,
	`position` integer NOT NULL,
	`done_at` integer,
	`done_by` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `tasks_job` ON `tasks` (`job_id`,`position`);--> statement-breakpoint
CREATE TABLE `billing_steps` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`position` integer NOT NULL,
	`name` text NOT NULL,
	`due_when` text NOT NULL,
	`phase` text DEFAULT '' NOT NULL,
	`to_date` integer NOT NULL,
	`invoice_id` text,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`invoice_id`) REFERENCES `invoices`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "billing_steps_percent" CHECK("billing_steps"."to_date" > 0 and "billing_steps"."to_date" <= 10000)
);
--> statement-breakpoint
CREATE INDEX `billing_steps_job` ON `billing_steps` (`job_id`,`position`);--> statement-breakpoint
ALTER TABLE `customers` ADD `own` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `chance` integer;--> statement-breakpoint
ALTER TABLE `jobs` ADD `next_step` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `next_day` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `size` integer;--> statement-breakpoint
ALTER TABLE `jobs` ADD `size_unit` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `own` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `quotes` ADD `own` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `revisions` ADD `signers` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `sites` ADD `own` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `stages` ADD `chance` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE `stages` SET `chance` = min(6000, 2000 + 1500 * `position`) WHERE `track` = 'winning' AND `meaning` = 'bidding';
