ALTER TABLE `job_files` ADD `task_id` text REFERENCES tasks(id);--> statement-breakpoint
CREATE INDEX `job_files_task` ON `job_files` (`task_id`) WHERE task_id is not null;