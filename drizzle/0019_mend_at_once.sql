ALTER TABLE `answers` ADD `record_due` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `answers_record_due` ON `answers` (`at`) WHERE record_due = 1;--> statement-breakpoint
ALTER TABLE `links` ADD `expires_at` integer;--> statement-breakpoint
ALTER TABLE `lines` ADD `variant` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `invoices` ADD `asked` integer;--> statement-breakpoint
CREATE INDEX `time_entries_conflict` ON `time_entries` (`started_at`) WHERE conflict = 1;--> statement-breakpoint
CREATE INDEX `charges_open` ON `charges` (`at`) WHERE state in ('asked', 'unknown');
--> statement-breakpoint
-- Non-billable time of a budget's crews is kept in ten-thousandths of a percent now: what the parts of a rate sheet come to has no end at two decimals.
UPDATE `budgets` SET `budget` = json_set(`budget`, '$.crews', (SELECT json_group_array(json_set(c.value, '$.nonBillable', json_extract(c.value, '$.nonBillable') * 100)) FROM json_each(`budgets`.`budget`, '$.crews') c)) WHERE json_array_length(`budget`, '$.crews') > 0;
