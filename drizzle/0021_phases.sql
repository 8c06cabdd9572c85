PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_phases` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`name` text NOT NULL,
	`hours` integer NOT NULL,
	`position` integer NOT NULL,
	`from_day` text,
	`to_day` text,
	`version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "phases_days" CHECK(("__new_phases"."from_day" is null) = ("__new_phases"."to_day" is null) and ("__new_phases"."from_day" is null or "__new_phases"."to_day" >= "__new_phases"."from_day"))
);
--> statement-breakpoint
INSERT INTO `__new_phases`("id", "job_id", "name", "hours", "position", "from_day", "to_day", "version") SELECT "id", "job_id", "name", "hours", "position", NULL, NULL, 1 FROM `phases`;--> statement-breakpoint
DROP TABLE `phases`;--> statement-breakpoint
ALTER TABLE `__new_phases` RENAME TO `phases`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE INDEX `phases_job` ON `phases` (`job_id`,`position`);--> statement-breakpoint
CREATE UNIQUE INDEX `phases_name` ON `phases` (`job_id`,`name`);--> statement-breakpoint
-- A phase that is only named somewhere becomes one too, below those there are, in the order of the contract's lines.
INSERT INTO `phases` (`id`, `job_id`, `name`, `hours`, `position`, `version`)
SELECT lower(hex(randomblob(10))), n.`job_id`, n.`phase`, 0,
	(SELECT coalesce(max(p.`position`), -1) FROM `phases` p WHERE p.`job_id` = n.`job_id`) + row_number() OVER (PARTITION BY n.`job_id` ORDER BY n.`rank`, n.`phase`), 1
FROM (SELECT `job_id`, `phase`, min(`rank`) AS `rank` FROM (
	SELECT `job_id`, `phase`, 0 AS `rank` FROM `contract_lines` UNION ALL
	SELECT `job_id`, `phase`, 1 AS `rank` FROM `budget_rows` UNION ALL
	SELECT `job_id`, `phase`, 2 AS `rank` FROM `job_materials` UNION ALL
	SELECT `job_id`, `phase`, 3 AS `rank` FROM `shifts` UNION ALL
	SELECT `job_id`, `phase`, 4 AS `rank` FROM `tasks` UNION ALL
	SELECT `job_id`, `phase`, 5 AS `rank` FROM `billing_steps`
) WHERE `phase` <> '' GROUP BY `job_id`, `phase`) n
WHERE NOT EXISTS (SELECT 1 FROM `phases` p WHERE p.`job_id` = n.`job_id` AND p.`name` = n.`phase`);
--> statement-breakpoint
ALTER TABLE `budget_rows` ADD `phase_id` text REFERENCES phases(id);--> statement-breakpoint
UPDATE `budget_rows` SET `phase_id` = (SELECT p.`id` FROM `phases` p WHERE p.`job_id` = `budget_rows`.`job_id` AND p.`name` = `budget_rows`.`phase`) WHERE `phase` <> '';
--> statement-breakpoint
ALTER TABLE `budget_rows` DROP COLUMN `phase`;--> statement-breakpoint
ALTER TABLE `job_materials` ADD `phase_id` text REFERENCES phases(id);--> statement-breakpoint
UPDATE `job_materials` SET `phase_id` = (SELECT p.`id` FROM `phases` p WHERE p.`job_id` = `job_materials`.`job_id` AND p.`name` = `job_materials`.`phase`) WHERE `phase` <> '';
--> statement-breakpoint
ALTER TABLE `job_materials` DROP COLUMN `phase`;--> statement-breakpoint
ALTER TABLE `contract_lines` ADD `phase_id` text REFERENCES phases(id);--> statement-breakpoint
UPDATE `contract_lines` SET `phase_id` = (SELECT p.`id` FROM `phases` p WHERE p.`job_id` = `contract_lines`.`job_id` AND p.`name` = `contract_lines`.`phase`) WHERE `phase` <> '';
--> statement-breakpoint
ALTER TABLE `contract_lines` DROP COLUMN `phase`;--> statement-breakpoint
ALTER TABLE `shifts` ADD `phase_id` text REFERENCES phases(id);--> statement-breakpoint
UPDATE `shifts` SET `phase_id` = (SELECT p.`id` FROM `phases` p WHERE p.`job_id` = `shifts`.`job_id` AND p.`name` = `shifts`.`phase`) WHERE `phase` <> '';
--> statement-breakpoint
ALTER TABLE `shifts` DROP COLUMN `phase`;--> statement-breakpoint
ALTER TABLE `tasks` ADD `phase_id` text REFERENCES phases(id);--> statement-breakpoint
UPDATE `tasks` SET `phase_id` = (SELECT p.`id` FROM `phases` p WHERE p.`job_id` = `tasks`.`job_id` AND p.`name` = `tasks`.`phase`) WHERE `phase` <> '';
--> statement-breakpoint
ALTER TABLE `tasks` DROP COLUMN `phase`;--> statement-breakpoint
ALTER TABLE `billing_steps` ADD `phase_id` text REFERENCES phases(id);--> statement-breakpoint
UPDATE `billing_steps` SET `phase_id` = (SELECT p.`id` FROM `phases` p WHERE p.`job_id` = `billing_steps`.`job_id` AND p.`name` = `billing_steps`.`phase`) WHERE `phase` <> '';
--> statement-breakpoint
ALTER TABLE `billing_steps` DROP COLUMN `phase`;--> statement-breakpoint
ALTER TABLE `time_entries` ADD `phase_id` text REFERENCES phases(id);--> statement-breakpoint
ALTER TABLE `cost_entries` ADD `phase_id` text REFERENCES phases(id);
