CREATE TABLE `own_things` (
	`person_id` bigint unsigned NOT NULL,
	`name` varbinary(760) NOT NULL,
	`json` mediumtext,
	`kept_at` datetime(3) NOT NULL,
	CONSTRAINT `own_things_person_id_name_pk` PRIMARY KEY(`person_id`,`name`)
);
--> statement-breakpoint
ALTER TABLE `invitations` ADD `for_person` bigint unsigned;--> statement-breakpoint
ALTER TABLE `sessions` ADD `confirmed_at` datetime(3) DEFAULT (utc_timestamp(3)) NOT NULL;--> statement-breakpoint
ALTER TABLE `own_things` ADD CONSTRAINT `own_things_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `invitations` ADD CONSTRAINT `invitations_for_person_people_id_fk` FOREIGN KEY (`for_person`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;