ALTER TABLE `repeat_occurrences` ADD `to_remind` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `repeat_occurrences` ADD `reminded_at` integer;--> statement-breakpoint
CREATE INDEX `repeat_occurrences_to_remind` ON `repeat_occurrences` (`day`) WHERE to_remind = 1;--> statement-breakpoint
ALTER TABLE `repeat_rules` ADD `remind_days` integer DEFAULT 0 NOT NULL;