CREATE TABLE `roles` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`rights` text NOT NULL,
	`archived` integer DEFAULT false NOT NULL,
	`version` integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `roles_name` ON `roles` (`name`);--> statement-breakpoint
ALTER TABLE `people` ADD `role_id` text REFERENCES roles(id);