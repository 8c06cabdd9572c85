CREATE TABLE `estimate_comments` (
	`id` text PRIMARY KEY NOT NULL,
	`estimate_id` text NOT NULL,
	`scope_id` text,
	`line_id` text,
	`text` text NOT NULL,
	`mentions` text NOT NULL,
	`by_id` text NOT NULL,
	`by_name` text NOT NULL,
	`at` integer NOT NULL,
	`settled_at` integer,
	`settled_by` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`estimate_id`) REFERENCES `estimates`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `estimate_comments_estimate` ON `estimate_comments` (`estimate_id`,`at`);--> statement-breakpoint
CREATE TABLE `option_groups` (
	`id` text PRIMARY KEY NOT NULL,
	`estimate_id` text NOT NULL,
	`position` integer NOT NULL,
	`name` text NOT NULL,
	`at_least` integer NOT NULL,
	`at_most` integer NOT NULL,
	`preset_id` text,
	FOREIGN KEY (`estimate_id`) REFERENCES `estimates`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "option_groups_rule" CHECK("option_groups"."at_least" >= 0 and "option_groups"."at_most" >= "option_groups"."at_least" and "option_groups"."at_most" > 0)
);
--> statement-breakpoint
CREATE INDEX `option_groups_estimate` ON `option_groups` (`estimate_id`,`position`);--> statement-breakpoint
CREATE TABLE `sign_offs` (
	`id` text PRIMARY KEY NOT NULL,
	`estimate_id` text NOT NULL,
	`fingerprint` text NOT NULL,
	`reasons` text NOT NULL,
	`price` integer NOT NULL,
	`margin` integer,
	`asked_by_id` text NOT NULL,
	`asked_by` text NOT NULL,
	`asked_at` integer NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`state` text DEFAULT 'asked' NOT NULL,
	`answered_by` text DEFAULT '' NOT NULL,
	`answered_at` integer,
	`answer` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`estimate_id`) REFERENCES `estimates`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `sign_offs_estimate` ON `sign_offs` (`estimate_id`,`asked_at`);--> statement-breakpoint
CREATE INDEX `sign_offs_state` ON `sign_offs` (`state`);--> statement-breakpoint
CREATE TABLE `estimate_templates` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind_of_work` text DEFAULT '' NOT NULL,
	`intro` text DEFAULT '' NOT NULL,
	`estimate` text NOT NULL,
	`recipes` text NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	`set_aside` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `estimate_templates_name` ON `estimate_templates` (`name`);--> statement-breakpoint
ALTER TABLE `estimates` ADD `change_number` integer;--> statement-breakpoint
ALTER TABLE `estimates` ADD `template_id` text;--> statement-breakpoint
ALTER TABLE `lines` ADD `group_id` text;--> statement-breakpoint
ALTER TABLE `lines` ADD `heading` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `scopes` ADD `group_id` text;