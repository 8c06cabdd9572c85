ALTER TABLE `agreements` ADD `open_from` integer;--> statement-breakpoint
ALTER TABLE `agreements` ADD `open_to` integer;