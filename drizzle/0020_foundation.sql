ALTER TABLE `done` RENAME TO `idempotency_keys`;--> statement-breakpoint
DROP INDEX `done_at`;--> statement-breakpoint
ALTER TABLE `idempotency_keys` ADD `input_hash` text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX `idempotency_keys_at` ON `idempotency_keys` (`at`);--> statement-breakpoint
ALTER TABLE `estimates` ADD `issued_after` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `history` ADD `area` text DEFAULT '' NOT NULL;--> statement-breakpoint
-- What led to a quote that was made before today is not undone either.
UPDATE `estimates` SET `issued_after` = coalesce((SELECT max(h.id) FROM `history` h WHERE h.subject = 'job:' || `estimates`.`job_id` AND h.command = 'quotes.issue'), 0);
--> statement-breakpoint
-- Who may read an entry goes by its area: that of its command, but invoices that another command made are the invoices'.
UPDATE `history` SET `area` = CASE
	WHEN `text` GLOB 'Invoice [0-9]* issued: *' OR `text` LIKE '%: draft of %' THEN 'invoices'
	ELSE substr(`command`, 1, instr(`command` || '.', '.') - 1)
END;
