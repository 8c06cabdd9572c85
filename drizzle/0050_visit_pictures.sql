CREATE TABLE `visit_pictures` (
	`id` text PRIMARY KEY NOT NULL,
	`visit_id` text NOT NULL,
	`file_id` text NOT NULL,
	`moment` text NOT NULL,
	`at` integer NOT NULL,
	`by_name` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`visit_id`) REFERENCES `visits`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`file_id`) REFERENCES `files`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `visit_pictures_one` ON `visit_pictures` (`visit_id`,`file_id`);--> statement-breakpoint
CREATE INDEX `visit_pictures_file` ON `visit_pictures` (`file_id`);