CREATE TABLE `devices` (
	`digest` varchar(64) NOT NULL,
	`person_id` bigint unsigned NOT NULL,
	`seen_at` datetime(3) NOT NULL,
	CONSTRAINT `devices_digest_person_id_pk` PRIMARY KEY(`digest`,`person_id`)
);
--> statement-breakpoint
CREATE TABLE `recovery_codes` (
	`digest` varchar(64) NOT NULL,
	`person_id` bigint unsigned NOT NULL,
	CONSTRAINT `recovery_codes_digest` PRIMARY KEY(`digest`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_counts` (
	`about` varchar(64) NOT NULL,
	`n` int NOT NULL,
	`since` datetime(3) NOT NULL,
	`person_id` bigint unsigned,
	`address` varchar(64) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `sign_in_counts_about` PRIMARY KEY(`about`)
);
--> statement-breakpoint
ALTER TABLE `people` ADD `totp_secret` varchar(64);--> statement-breakpoint
ALTER TABLE `people` ADD `totp_since` datetime(3);--> statement-breakpoint
ALTER TABLE `people` ADD `totp_step` bigint;--> statement-breakpoint
ALTER TABLE `devices` ADD CONSTRAINT `devices_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `recovery_codes` ADD CONSTRAINT `recovery_codes_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sign_in_counts` ADD CONSTRAINT `sign_in_counts_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `recovery_codes_person` ON `recovery_codes` (`person_id`);--> statement-breakpoint
CREATE INDEX `sign_in_counts_at` ON `sign_in_counts` (`at`);--> statement-breakpoint
CREATE INDEX `sign_in_counts_person` ON `sign_in_counts` (`person_id`);