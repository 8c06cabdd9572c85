ALTER TABLE `agreements` ADD `parts` text;--> statement-breakpoint
ALTER TABLE `contract_lines` ADD `agreement_id` text;