CREATE TABLE `decisions` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`candidate_id` bigint unsigned NOT NULL,
	`kind` enum('choose','drop','wait') NOT NULL,
	`reasons` json NOT NULL,
	`text` varchar(1000) NOT NULL DEFAULT '',
	`day` date NOT NULL,
	`until` date,
	`rested_on` json NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `decisions_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `decisions` ADD CONSTRAINT `decisions_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `decisions_candidate` ON `decisions` (`candidate_id`);