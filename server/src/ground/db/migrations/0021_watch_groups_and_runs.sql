CREATE TABLE `watch_events` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`kind` enum('holiday','sale','note') NOT NULL,
	`first` date NOT NULL,
	`last` date NOT NULL,
	`text` varchar(200) NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `watch_events_id` PRIMARY KEY(`id`),
	CONSTRAINT `watch_events_once` UNIQUE(`marketplace_id`,`first`,`text`)
);
--> statement-breakpoint
CREATE TABLE `watch_groups` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`rules` json,
	`version` int NOT NULL DEFAULT 1,
	CONSTRAINT `watch_groups_id` PRIMARY KEY(`id`),
	CONSTRAINT `watch_groups_name` UNIQUE(`marketplace_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE `watch_runs` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`day` date NOT NULL,
	`asked` enum('daily','by hand','hob') NOT NULL,
	`state` enum('asked','short','done') NOT NULL DEFAULT 'asked',
	`listings` int NOT NULL DEFAULT 0,
	`read` int NOT NULL DEFAULT 0,
	`readings` int NOT NULL DEFAULT 0,
	`tries` json,
	`next_try` datetime(3),
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `watch_runs_id` PRIMARY KEY(`id`),
	CONSTRAINT `watch_runs_day` UNIQUE(`marketplace_id`,`day`)
);
--> statement-breakpoint
CREATE TABLE `watched_pages` (
	`listing_id` bigint unsigned NOT NULL,
	`day` date NOT NULL,
	`title` varchar(64) NOT NULL,
	`pictures` int,
	`bullets` varchar(64) NOT NULL,
	`description` varchar(64) NOT NULL,
	CONSTRAINT `watched_pages_listing_id_day_pk` PRIMARY KEY(`listing_id`,`day`)
);
--> statement-breakpoint
ALTER TABLE `candidates` ADD `wait_for` json;--> statement-breakpoint
ALTER TABLE `watched` ADD `group_id` bigint unsigned;--> statement-breakpoint
ALTER TABLE `watched` ADD `labels` json;--> statement-breakpoint
ALTER TABLE `watched` ADD `then_figures` json;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `watch_plan` json;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `watch_plan_version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `watch_events` ADD CONSTRAINT `watch_events_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `watch_groups` ADD CONSTRAINT `watch_groups_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `watch_runs` ADD CONSTRAINT `watch_runs_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `watched_pages` ADD CONSTRAINT `watched_pages_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `watched` ADD CONSTRAINT `watched_group_id_watch_groups_id_fk` FOREIGN KEY (`group_id`) REFERENCES `watch_groups`(`id`) ON DELETE set null ON UPDATE no action;