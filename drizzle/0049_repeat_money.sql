ALTER TABLE `repeat_exceptions` ADD `other` text;--> statement-breakpoint
ALTER TABLE `repeat_occurrences` ADD `price` integer;--> statement-breakpoint
ALTER TABLE `repeat_occurrences` ADD `to_invoice` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `repeat_occurrences_to_invoice` ON `repeat_occurrences` (`day`) WHERE to_invoice = 1;--> statement-breakpoint
ALTER TABLE `repeat_rules` ADD `price` integer;--> statement-breakpoint
ALTER TABLE `repeat_rules` ADD `invoice` text DEFAULT 'none' NOT NULL;--> statement-breakpoint
ALTER TABLE `repeat_rules` ADD `look_on` text;--> statement-breakpoint
CREATE INDEX `repeat_rules_look` ON `repeat_rules` (`look_on`);