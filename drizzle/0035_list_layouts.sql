CREATE TABLE `list_layouts` (
	`id` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`list` text NOT NULL,
	`layout` text NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `list_layouts_person` ON `list_layouts` (`person_id`,`list`);