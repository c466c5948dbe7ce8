CREATE TABLE `before_orders` (
	`candidate_id` bigint unsigned NOT NULL,
	`document` json NOT NULL,
	`version` int NOT NULL DEFAULT 1,
	CONSTRAINT `before_orders_candidate_id` PRIMARY KEY(`candidate_id`)
);
--> statement-breakpoint
CREATE TABLE `evidence_pictures` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`candidate_id` bigint unsigned NOT NULL,
	`key` varchar(60) NOT NULL,
	`type` enum('image/png','image/jpeg','image/webp') NOT NULL,
	`name` varchar(200) NOT NULL,
	`bytes` longblob NOT NULL,
	`day` date NOT NULL,
	CONSTRAINT `evidence_pictures_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `frozen_answers` (
	`candidate_id` bigint unsigned NOT NULL,
	`measure` varchar(60) NOT NULL,
	`value` double,
	`low` double,
	`high` double,
	`source` varchar(1000) NOT NULL,
	`day` date NOT NULL,
	CONSTRAINT `frozen_answers_candidate_id_measure_pk` PRIMARY KEY(`candidate_id`,`measure`)
);
--> statement-breakpoint
CREATE TABLE `opinions` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`candidate_id` bigint unsigned NOT NULL,
	`scoresheet_id` bigint unsigned NOT NULL,
	`document` json NOT NULL,
	`day` date NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `opinions_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `page_drafts` (
	`candidate_id` bigint unsigned NOT NULL,
	`document` json NOT NULL,
	`version` int NOT NULL DEFAULT 1,
	CONSTRAINT `page_drafts_candidate_id` PRIMARY KEY(`candidate_id`)
);
--> statement-breakpoint
ALTER TABLE `candidates` ADD `launch_month` varchar(7);--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `own_means` json;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `own_means_version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `page_limits` json;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `page_limits_version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `launch_year` json;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `launch_year_version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `before_orders` ADD CONSTRAINT `before_orders_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `evidence_pictures` ADD CONSTRAINT `evidence_pictures_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `frozen_answers` ADD CONSTRAINT `frozen_answers_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `opinions` ADD CONSTRAINT `opinions_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `opinions` ADD CONSTRAINT `opinions_scoresheet_id_scoresheets_id_fk` FOREIGN KEY (`scoresheet_id`) REFERENCES `scoresheets`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `page_drafts` ADD CONSTRAINT `page_drafts_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `evidence_pictures_candidate` ON `evidence_pictures` (`candidate_id`,`key`);--> statement-breakpoint
CREATE INDEX `opinions_candidate` ON `opinions` (`candidate_id`);