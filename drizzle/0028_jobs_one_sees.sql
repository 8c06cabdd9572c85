ALTER TABLE `people` ADD `scope` text DEFAULT 'all' NOT NULL;--> statement-breakpoint
ALTER TABLE `people` ADD `branch_id` text REFERENCES branches(id);--> statement-breakpoint
-- The books, the bank and customers' accounts have a right of their own now: a role that saw invoices saw them.
UPDATE `roles` SET `rights` = json_insert(`rights`, '$[#]', 'books.see') WHERE EXISTS (SELECT 1 FROM json_each(`roles`.`rights`) WHERE value = 'invoices.see');
