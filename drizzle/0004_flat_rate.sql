CREATE TABLE `flat_catalogs` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`trade` text DEFAULT '' NOT NULL,
	`publisher` text DEFAULT '' NOT NULL,
	`key` text DEFAULT '' NOT NULL,
	`edition` integer DEFAULT 0 NOT NULL,
	`is_on` integer DEFAULT true NOT NULL,
	`markup` integer NOT NULL,
	`sheet_id` text,
	`hourly_price` integer,
	`rounding` text NOT NULL,
	`material_tax_id` text,
	`labor_tax_id` text,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`sheet_id`) REFERENCES `labor_sheets`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`material_tax_id`) REFERENCES `tax_codes`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`labor_tax_id`) REFERENCES `tax_codes`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "flat_catalogs_terms" CHECK("flat_catalogs"."markup" >= 0 and coalesce("flat_catalogs"."hourly_price", 1) > 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `flat_catalogs_name` ON `flat_catalogs` (`name`);--> statement-breakpoint
CREATE TABLE `flat_categories` (
	`id` text PRIMARY KEY NOT NULL,
	`catalog_id` text NOT NULL,
	`key` text NOT NULL,
	`name` text NOT NULL,
	`parent_id` text,
	`position` integer NOT NULL,
	`file_id` text,
	FOREIGN KEY (`catalog_id`) REFERENCES `flat_catalogs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `flat_categories_key` ON `flat_categories` (`catalog_id`,`key`);--> statement-breakpoint
CREATE TABLE `flat_editions` (
	`id` text PRIMARY KEY NOT NULL,
	`publisher` text NOT NULL,
	`key` text NOT NULL,
	`name` text NOT NULL,
	`edition` integer NOT NULL,
	`published` text NOT NULL,
	`file_name` text DEFAULT '' NOT NULL,
	`received_at` integer NOT NULL,
	`text` text NOT NULL,
	`state` text DEFAULT 'waiting' NOT NULL,
	`settled_at` integer,
	`by_name` text DEFAULT '' NOT NULL,
	`said` text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `flat_editions_edition` ON `flat_editions` (`publisher`,`key`,`edition`);--> statement-breakpoint
CREATE INDEX `flat_editions_state` ON `flat_editions` (`state`);--> statement-breakpoint
CREATE TABLE `flat_services` (
	`id` text PRIMARY KEY NOT NULL,
	`catalog_id` text NOT NULL,
	`key` text NOT NULL,
	`category_id` text,
	`position` integer NOT NULL,
	`title` text NOT NULL,
	`wording` text DEFAULT '' NOT NULL,
	`hours` integer NOT NULL,
	`materials` text NOT NULL,
	`ours` integer DEFAULT false NOT NULL,
	`published` text,
	`withdrawn` integer DEFAULT false NOT NULL,
	`file_id` text,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`catalog_id`) REFERENCES `flat_catalogs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`category_id`) REFERENCES `flat_categories`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "flat_services_hours" CHECK("flat_services"."hours" >= 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `flat_services_key` ON `flat_services` (`catalog_id`,`key`);--> statement-breakpoint
CREATE INDEX `flat_services_category` ON `flat_services` (`category_id`,`position`);--> statement-breakpoint
ALTER TABLE `lines` ADD `flat` text;
--> statement-breakpoint
CREATE VIRTUAL TABLE flat_fts USING fts5(title, wording, content='flat_services', content_rowid='rowid', prefix='2 3', tokenize='unicode61 remove_diacritics 2');
--> statement-breakpoint
CREATE TRIGGER flat_fts_in AFTER INSERT ON flat_services BEGIN INSERT INTO flat_fts(rowid, title, wording) VALUES (new.rowid, new.title, new.wording); END;
--> statement-breakpoint
CREATE TRIGGER flat_fts_out AFTER DELETE ON flat_services BEGIN INSERT INTO flat_fts(flat_fts, rowid, title, wording) VALUES ('delete', old.rowid, old.title, old.wording); END;
--> statement-breakpoint
CREATE TRIGGER flat_fts_change AFTER UPDATE OF title, wording ON flat_services BEGIN INSERT INTO flat_fts(flat_fts, rowid, title, wording) VALUES ('delete', old.rowid, old.title, old.wording); INSERT INTO flat_fts(rowid, title, wording) VALUES (new.rowid, new.title, new.wording); END;
