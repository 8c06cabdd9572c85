CREATE TABLE `season_offers` (
	`id` text PRIMARY KEY NOT NULL,
	`agreement_id` text NOT NULL,
	`year` integer NOT NULL,
	`job_id` text NOT NULL,
	`price` integer NOT NULL,
	`made_id` text,
	`trouble` text DEFAULT '' NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`agreement_id`) REFERENCES `agreements`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`made_id`) REFERENCES `agreements`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `season_offers_job` ON `season_offers` (`job_id`);--> statement-breakpoint
CREATE INDEX `season_offers_agreement` ON `season_offers` (`agreement_id`,`year`);