CREATE TABLE `form_designs` (
	`id` text PRIMARY KEY NOT NULL,
	`set_aside` integer DEFAULT false NOT NULL,
	`required_for` text DEFAULT '[]' NOT NULL,
	`version` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE `form_editions` (
	`id` text PRIMARY KEY NOT NULL,
	`design_id` text NOT NULL,
	`edition` integer NOT NULL,
	`content` text NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`design_id`) REFERENCES `form_designs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `form_editions_edition` ON `form_editions` (`design_id`,`edition`);--> statement-breakpoint
ALTER TABLE `site_forms` ADD `replaces` text REFERENCES site_forms(id);--> statement-breakpoint
CREATE INDEX `site_forms_replaces` ON `site_forms` (`replaces`) WHERE replaces is not null;