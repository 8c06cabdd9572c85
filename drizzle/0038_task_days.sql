ALTER TABLE `task_templates` ADD `days` integer;--> statement-breakpoint
ALTER TABLE `tasks` ADD `from_start` integer;