CREATE TABLE `briefs` (
	`candidate_id` bigint unsigned NOT NULL,
	`document` json NOT NULL,
	`version` int NOT NULL DEFAULT 1,
	CONSTRAINT `briefs_candidate_id` PRIMARY KEY(`candidate_id`)
);
--> statement-breakpoint
ALTER TABLE `briefs` ADD CONSTRAINT `briefs_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;