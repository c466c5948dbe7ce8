CREATE TABLE `upload_pieces` (
	`upload_id` bigint unsigned NOT NULL,
	`place` int NOT NULL,
	`bytes` longblob NOT NULL,
	CONSTRAINT `upload_pieces_upload_id_place_pk` PRIMARY KEY(`upload_id`,`place`)
);
--> statement-breakpoint
ALTER TABLE `answers` ADD `version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `costings` ADD `version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `brand_judgements` ADD `version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `craft_overrules` ADD `version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `flag_rules_version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `shelf_rules_version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `lane` varchar(80);--> statement-breakpoint
ALTER TABLE `jobs` ADD `claim` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `uploads` ADD `columns` json;--> statement-breakpoint
ALTER TABLE `upload_pieces` ADD CONSTRAINT `upload_pieces_upload_id_uploads_id_fk` FOREIGN KEY (`upload_id`) REFERENCES `uploads`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `jobs_lane` ON `jobs` (`lane`,`state`);