CREATE TABLE `quote_questions` (
	`id` text PRIMARY KEY NOT NULL,
	`quote_id` text NOT NULL,
	`revision_id` text NOT NULL,
	`about_id` text DEFAULT '' NOT NULL,
	`about` text DEFAULT '' NOT NULL,
	`asked` text NOT NULL,
	`asked_by` text DEFAULT '' NOT NULL,
	`asked_at` integer NOT NULL,
	`answer` text DEFAULT '' NOT NULL,
	`answered_by` text DEFAULT '' NOT NULL,
	`answered_at` integer,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`quote_id`) REFERENCES `quotes`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`revision_id`) REFERENCES `revisions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `quote_questions_quote` ON `quote_questions` (`quote_id`,`asked_at`);--> statement-breakpoint
CREATE INDEX `quote_questions_open` ON `quote_questions` (`answered_at`);--> statement-breakpoint
CREATE TABLE `reminders` (
	`id` text PRIMARY KEY NOT NULL,
	`revision_id` text NOT NULL,
	`rule` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`revision_id`) REFERENCES `revisions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `reminders_rule` ON `reminders` (`revision_id`,`rule`);--> statement-breakpoint
ALTER TABLE `answers` ADD `record` text;--> statement-breakpoint
ALTER TABLE `answers` ADD `record_hash` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `leads` ADD `message_id` text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX `leads_message` ON `leads` (`message_id`);--> statement-breakpoint
ALTER TABLE `revisions` ADD `sent_to` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `revisions` ADD `quiet` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `views` ADD `seconds` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `views` ADD `tried` text DEFAULT '[]' NOT NULL;