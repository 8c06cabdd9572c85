ALTER TABLE `invoices` ADD `paid` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `invoices_open` ON `invoices` (`due`) WHERE issued_at is not null and voided_at is null and total > paid;--> statement-breakpoint
ALTER TABLE `payments` ADD `used` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `payments_at` ON `payments` (`at`);--> statement-breakpoint
CREATE INDEX `payments_left` ON `payments` (`customer_id`) WHERE amount <> used;--> statement-breakpoint
UPDATE invoices SET paid = coalesce((SELECT sum(amount) FROM allocations WHERE invoice_id = invoices.id), 0);
--> statement-breakpoint
UPDATE payments SET used = coalesce((SELECT sum(amount) FROM allocations WHERE payment_id = payments.id), 0);
--> statement-breakpoint
CREATE TRIGGER allocations_in AFTER INSERT ON allocations BEGIN UPDATE invoices SET paid = paid + new.amount WHERE id = new.invoice_id; UPDATE payments SET used = used + new.amount WHERE id = new.payment_id; END;
--> statement-breakpoint
CREATE TRIGGER allocations_out AFTER DELETE ON allocations BEGIN UPDATE invoices SET paid = paid - old.amount WHERE id = old.invoice_id; UPDATE payments SET used = used - old.amount WHERE id = old.payment_id; END;
--> statement-breakpoint
CREATE TRIGGER allocations_change AFTER UPDATE ON allocations BEGIN UPDATE invoices SET paid = paid - old.amount WHERE id = old.invoice_id; UPDATE invoices SET paid = paid + new.amount WHERE id = new.invoice_id; UPDATE payments SET used = used - old.amount WHERE id = old.payment_id; UPDATE payments SET used = used + new.amount WHERE id = new.payment_id; END;
