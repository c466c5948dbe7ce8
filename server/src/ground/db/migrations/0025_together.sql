CREATE TABLE `presence` (
	`browser` varchar(36) NOT NULL,
	`person_id` bigint unsigned NOT NULL,
	`candidate_id` bigint unsigned,
	`seen_at` datetime(3) NOT NULL,
	CONSTRAINT `presence_browser` PRIMARY KEY(`browser`)
);
--> statement-breakpoint
ALTER TABLE `opinions` ADD `person_id` bigint unsigned;--> statement-breakpoint
ALTER TABLE `opinions` ADD CONSTRAINT `opinions_person` UNIQUE(`candidate_id`,`person_id`);--> statement-breakpoint
ALTER TABLE `presence` ADD CONSTRAINT `presence_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `presence_seen` ON `presence` (`seen_at`);--> statement-breakpoint
ALTER TABLE `opinions` ADD CONSTRAINT `opinions_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE set null ON UPDATE no action;