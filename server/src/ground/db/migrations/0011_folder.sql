CREATE TABLE `folder_files` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`name` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
	`size` bigint NOT NULL,
	`modified` bigint NOT NULL,
	`state` enum('waiting','taken','refused','left') NOT NULL,
	`reason` varchar(500) NOT NULL DEFAULT '',
	`kind` varchar(30),
	`upload_id` bigint unsigned,
	`job_id` bigint unsigned,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `folder_files_id` PRIMARY KEY(`id`),
	CONSTRAINT `folder_files_name` UNIQUE(`marketplace_id`,`name`)
);
--> statement-breakpoint
ALTER TABLE `imports` ADD `columns` json;--> statement-breakpoint
ALTER TABLE `imports` ADD `settings` json;--> statement-breakpoint
ALTER TABLE `folder_files` ADD CONSTRAINT `folder_files_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;