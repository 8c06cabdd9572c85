CREATE INDEX `phases_to` ON `phases` (`to_day`);--> statement-breakpoint
CREATE INDEX `firm_asks_to` ON `firm_asks` (`to_day`);