CREATE TABLE `craft_overrules` (
	`listing_id` bigint unsigned NOT NULL,
	`part` enum('title','pictures','bullets','description') NOT NULL,
	`points` tinyint unsigned NOT NULL,
	`note` varchar(400) NOT NULL DEFAULT '',
	`day` date NOT NULL,
	CONSTRAINT `craft_overrules_listing_id_part_pk` PRIMARY KEY(`listing_id`,`part`),
	CONSTRAINT `craft_overrules_points` CHECK(points <= 100)
);
--> statement-breakpoint
CREATE TABLE `own_counts` (
	`listing_id` bigint unsigned NOT NULL,
	`day` date NOT NULL,
	`stock` int NOT NULL,
	`seller` varchar(120) NOT NULL DEFAULT '',
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `own_counts_listing_id_day_pk` PRIMARY KEY(`listing_id`,`day`),
	CONSTRAINT `own_counts_stock` CHECK(stock >= 0)
);
--> statement-breakpoint
CREATE INDEX `rank_curves_version` ON `rank_curves` (`marketplace_id`,`category`,`valid_from`);
--> statement-breakpoint
ALTER TABLE `rank_curves` DROP INDEX `rank_curves_from`;
--> statement-breakpoint
DROP INDEX `rank_curves_market` ON `rank_curves`;
--> statement-breakpoint
ALTER TABLE `readings` ADD `main_offer` varchar(120);
--> statement-breakpoint
ALTER TABLE `rank_curves` ADD `put_back` boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE `rank_curves` ADD `fitted` json;
--> statement-breakpoint
ALTER TABLE `craft_overrules` ADD CONSTRAINT `craft_overrules_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `own_counts` ADD CONSTRAINT `own_counts_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;
