ALTER TABLE `folder_files` ADD `inbox` varchar(36) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `folder_files` ADD CONSTRAINT `folder_files_inbox` UNIQUE(`marketplace_id`,`inbox`,`name`);--> statement-breakpoint
ALTER TABLE `folder_files` DROP INDEX `folder_files_name`;