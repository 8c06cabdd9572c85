ALTER TABLE `assemblies` ADD `one_line` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `parts` ADD `once` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `lines` ADD `once` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `lines` ADD `face` integer DEFAULT false NOT NULL;