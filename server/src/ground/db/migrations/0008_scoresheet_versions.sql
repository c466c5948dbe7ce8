CREATE TABLE `scoresheet_versions` (
	`scoresheet_id` bigint unsigned NOT NULL,
	`version` int NOT NULL,
	`document` json NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `scoresheet_versions_scoresheet_id_version_pk` PRIMARY KEY(`scoresheet_id`,`version`)
);
--> statement-breakpoint
ALTER TABLE `scoresheets` MODIFY COLUMN `in_use` boolean;--> statement-breakpoint
ALTER TABLE `scoresheets` ADD `version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
INSERT INTO `scoresheet_versions` (`scoresheet_id`, `version`, `document`) SELECT `id`, 1, `document` FROM `scoresheets`;--> statement-breakpoint
UPDATE `scoresheets` s LEFT JOIN (SELECT min(`id`) AS `id` FROM `scoresheets` WHERE `in_use`) f ON f.`id` = s.`id`
  SET s.`in_use` = if(f.`id` IS NULL, NULL, true);--> statement-breakpoint
ALTER TABLE `scoresheets` ADD CONSTRAINT `scoresheets_in_use` UNIQUE(`in_use`);--> statement-breakpoint
ALTER TABLE `scoresheet_versions` ADD CONSTRAINT `scoresheet_versions_scoresheet_id_scoresheets_id_fk` FOREIGN KEY (`scoresheet_id`) REFERENCES `scoresheets`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `scoresheets` DROP COLUMN `document`;
