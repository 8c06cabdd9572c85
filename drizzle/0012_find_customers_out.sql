-- A customer that was merged into another is not found any more, and its place in the index is free for the next.
CREATE TRIGGER find_customers_out AFTER DELETE ON customers BEGIN DELETE FROM find_fts WHERE rowid = old.rowid * 4; END;
