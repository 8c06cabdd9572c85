CREATE VIRTUAL TABLE items_fts USING fts5(code, name, content='items', content_rowid='rowid', prefix='2 3', tokenize='unicode61 remove_diacritics 2');
--> statement-breakpoint
CREATE TRIGGER items_fts_in AFTER INSERT ON items BEGIN INSERT INTO items_fts(rowid, code, name) VALUES (new.rowid, new.code, new.name); END;
--> statement-breakpoint
CREATE TRIGGER items_fts_out AFTER DELETE ON items BEGIN INSERT INTO items_fts(items_fts, rowid, code, name) VALUES ('delete', old.rowid, old.code, old.name); END;
--> statement-breakpoint
CREATE TRIGGER items_fts_change AFTER UPDATE OF code, name ON items BEGIN INSERT INTO items_fts(items_fts, rowid, code, name) VALUES ('delete', old.rowid, old.code, old.name); INSERT INTO items_fts(rowid, code, name) VALUES (new.rowid, new.code, new.name); END;
--> statement-breakpoint
CREATE VIRTUAL TABLE find_fts USING fts5(kind UNINDEXED, ref UNINDEXED, text, prefix='2 3', tokenize='unicode61 remove_diacritics 2');
--> statement-breakpoint
CREATE TRIGGER find_customers_in AFTER INSERT ON customers BEGIN INSERT INTO find_fts(rowid, kind, ref, text) VALUES (new.rowid * 4, 'customer', new.id, new.name || ' ' || new.mail || ' ' || new.phone || ' ' || new.address); END;
--> statement-breakpoint
CREATE TRIGGER find_customers_change AFTER UPDATE ON customers BEGIN UPDATE find_fts SET text = new.name || ' ' || new.mail || ' ' || new.phone || ' ' || new.address WHERE rowid = new.rowid * 4; END;
--> statement-breakpoint
CREATE TRIGGER find_jobs_in AFTER INSERT ON jobs BEGIN INSERT INTO find_fts(rowid, kind, ref, text) VALUES (new.rowid * 4 + 1, 'job', new.id, new.name || ' ' || coalesce(new.number, '')); END;
--> statement-breakpoint
CREATE TRIGGER find_jobs_change AFTER UPDATE OF name, number ON jobs BEGIN UPDATE find_fts SET text = new.name || ' ' || coalesce(new.number, '') WHERE rowid = new.rowid * 4 + 1; END;
--> statement-breakpoint
CREATE TRIGGER find_quotes_in AFTER INSERT ON quotes BEGIN INSERT INTO find_fts(rowid, kind, ref, text) VALUES (new.rowid * 4 + 2, 'quote', new.job_id, 'quote ' || new.number || ' ' || (SELECT name FROM jobs WHERE id = new.job_id)); END;
--> statement-breakpoint
CREATE TRIGGER find_invoices_change AFTER UPDATE OF number ON invoices WHEN new.number IS NOT NULL AND old.number IS NULL BEGIN INSERT INTO find_fts(rowid, kind, ref, text) VALUES (new.rowid * 4 + 3, 'invoice', new.id, 'invoice ' || new.number || ' ' || new.title || ' ' || (SELECT name FROM customers WHERE id = new.customer_id)); END;
