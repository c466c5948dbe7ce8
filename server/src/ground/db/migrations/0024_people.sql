CREATE TABLE `deeds` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`person_id` bigint unsigned NOT NULL,
	`token_id` bigint unsigned,
	`what` varchar(200) NOT NULL,
	`parameters` json NOT NULL,
	`status` varchar(3) NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `deeds_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `invitations` (
	`digest` varchar(64) NOT NULL,
	`id` varchar(20) NOT NULL,
	`role` enum('reader','helper','member','owner') NOT NULL,
	`made_by` bigint unsigned,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`ends_at` datetime(3) NOT NULL,
	CONSTRAINT `invitations_digest` PRIMARY KEY(`digest`),
	CONSTRAINT `invitations_id_unique` UNIQUE(`id`)
);
--> statement-breakpoint
CREATE TABLE `people` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`name` varchar(120) NOT NULL,
	`login` varchar(120) NOT NULL,
	`role` enum('reader','helper','member','owner') NOT NULL,
	`password` varchar(200) NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`left_at` datetime(3),
	CONSTRAINT `people_id` PRIMARY KEY(`id`),
	CONSTRAINT `people_login` UNIQUE(`login`)
);
--> statement-breakpoint
CREATE TABLE `sessions` (
	`digest` varchar(64) NOT NULL,
	`person_id` bigint unsigned NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`seen_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`browser` varchar(200) NOT NULL DEFAULT '',
	CONSTRAINT `sessions_digest` PRIMARY KEY(`digest`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_tries` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`about` varchar(64) NOT NULL,
	`at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `sign_in_tries_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `tokens` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`digest` varchar(64) NOT NULL,
	`person_id` bigint unsigned NOT NULL,
	`name` varchar(80) NOT NULL,
	`role` enum('reader','helper','member','owner') NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`ends_at` datetime(3) NOT NULL,
	`used_at` datetime(3),
	CONSTRAINT `tokens_id` PRIMARY KEY(`id`),
	CONSTRAINT `tokens_digest_unique` UNIQUE(`digest`)
);
--> statement-breakpoint
ALTER TABLE `answers` ADD `done_by` bigint unsigned;--> statement-breakpoint
ALTER TABLE `candidate_log` ADD `done_by` bigint unsigned;--> statement-breakpoint
ALTER TABLE `decisions` ADD `done_by` bigint unsigned;--> statement-breakpoint
ALTER TABLE `deeds` ADD CONSTRAINT `deeds_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `invitations` ADD CONSTRAINT `invitations_made_by_people_id_fk` FOREIGN KEY (`made_by`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sessions` ADD CONSTRAINT `sessions_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `tokens` ADD CONSTRAINT `tokens_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `deeds_at` ON `deeds` (`at`);--> statement-breakpoint
CREATE INDEX `sessions_person` ON `sessions` (`person_id`);--> statement-breakpoint
CREATE INDEX `sign_in_tries_about` ON `sign_in_tries` (`about`,`at`);--> statement-breakpoint
ALTER TABLE `answers` ADD CONSTRAINT `answers_done_by_people_id_fk` FOREIGN KEY (`done_by`) REFERENCES `people`(`id`) ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `candidate_log` ADD CONSTRAINT `candidate_log_done_by_people_id_fk` FOREIGN KEY (`done_by`) REFERENCES `people`(`id`) ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `decisions` ADD CONSTRAINT `decisions_done_by_people_id_fk` FOREIGN KEY (`done_by`) REFERENCES `people`(`id`) ON DELETE set null ON UPDATE no action;