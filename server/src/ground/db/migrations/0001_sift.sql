CREATE TABLE `marks` (
	`listing_id` bigint unsigned NOT NULL,
	`state` enum('seen','kept','dropped') NOT NULL,
	`reason` varchar(200) NOT NULL DEFAULT '',
	`day` date NOT NULL,
	CONSTRAINT `marks_listing_id` PRIMARY KEY(`listing_id`)
);
--> statement-breakpoint
CREATE TABLE `sieve_listings` (
	`sieve_id` bigint unsigned NOT NULL,
	`slot` enum('before','now') NOT NULL,
	`listing_id` bigint unsigned NOT NULL,
	`price` bigint,
	`units` double,
	`reviews` int,
	CONSTRAINT `sieve_listings_sieve_id_slot_listing_id_pk` PRIMARY KEY(`sieve_id`,`slot`,`listing_id`)
);
--> statement-breakpoint
CREATE TABLE `sieves` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`search` varchar(2000) NOT NULL,
	`reasoning` varchar(1000) NOT NULL DEFAULT '',
	`is_start` boolean NOT NULL DEFAULT false,
	`opened_on` date,
	`since_day` date,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `sieves_id` PRIMARY KEY(`id`),
	CONSTRAINT `sieves_name` UNIQUE(`marketplace_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE `stay_away` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`category_id` bigint unsigned,
	`words` varchar(120),
	CONSTRAINT `stay_away_id` PRIMARY KEY(`id`),
	CONSTRAINT `stay_away_once` UNIQUE(`marketplace_id`,`category_id`,`words`),
	CONSTRAINT `stay_away_one` CHECK((category_id is null) <> (words is null))
);
--> statement-breakpoint
ALTER TABLE `estimates` ADD `reviews_month` double;--> statement-breakpoint
ALTER TABLE `estimates` ADD `units_30` double;--> statement-breakpoint
ALTER TABLE `estimates` ADD `units_90` double;--> statement-breakpoint
ALTER TABLE `estimates` ADD `units_year` double;--> statement-breakpoint
ALTER TABLE `estimates` ADD `price_30` double;--> statement-breakpoint
ALTER TABLE `estimates` ADD `price_90` double;--> statement-breakpoint
ALTER TABLE `estimates` ADD `price_year` double;--> statement-breakpoint
ALTER TABLE `estimates` ADD `season` double;--> statement-breakpoint
ALTER TABLE `estimates` ADD `best_month` tinyint;--> statement-breakpoint
ALTER TABLE `estimates` ADD `spike_share` double;--> statement-breakpoint
ALTER TABLE `estimates` ADD `craft` tinyint unsigned;--> statement-breakpoint
ALTER TABLE `estimates` ADD `last_year` json;--> statement-breakpoint
ALTER TABLE `listings` ADD `family_id` bigint unsigned;--> statement-breakpoint
ALTER TABLE `listings` ADD `marketplace_days` double;--> statement-breakpoint
ALTER TABLE `listings` ADD `touched` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `rebuilt_version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `flag_rules` json;--> statement-breakpoint
ALTER TABLE `marks` ADD CONSTRAINT `marks_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sieve_listings` ADD CONSTRAINT `sieve_listings_sieve_id_sieves_id_fk` FOREIGN KEY (`sieve_id`) REFERENCES `sieves`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sieve_listings` ADD CONSTRAINT `sieve_listings_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sieves` ADD CONSTRAINT `sieves_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stay_away` ADD CONSTRAINT `stay_away_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stay_away` ADD CONSTRAINT `stay_away_category_id_categories_id_fk` FOREIGN KEY (`category_id`) REFERENCES `categories`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `listings_touched` ON `listings` (`marketplace_id`,`touched`);