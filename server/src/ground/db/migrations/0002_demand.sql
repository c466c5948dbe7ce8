CREATE TABLE `basket_terms` (
	`candidate_id` bigint unsigned NOT NULL,
	`term_id` bigint unsigned NOT NULL,
	`added_on` date NOT NULL,
	CONSTRAINT `basket_terms_candidate_id_term_id_pk` PRIMARY KEY(`candidate_id`,`term_id`)
);
--> statement-breakpoint
CREATE TABLE `brand_judgements` (
	`marketplace_id` varchar(40) NOT NULL,
	`brand` varchar(120) NOT NULL,
	`known` enum('yes','no','unsure') NOT NULL,
	`note` varchar(400) NOT NULL DEFAULT '',
	`day` date NOT NULL,
	CONSTRAINT `brand_judgements_marketplace_id_brand_pk` PRIMARY KEY(`marketplace_id`,`brand`)
);
--> statement-breakpoint
CREATE TABLE `niche_clicks` (
	`niche_id` bigint unsigned NOT NULL,
	`day` date NOT NULL,
	`listing_id` bigint unsigned NOT NULL,
	`share` double NOT NULL,
	CONSTRAINT `niche_clicks_niche_id_day_listing_id_pk` PRIMARY KEY(`niche_id`,`day`,`listing_id`)
);
--> statement-breakpoint
CREATE TABLE `niche_terms` (
	`niche_id` bigint unsigned NOT NULL,
	`term_id` bigint unsigned NOT NULL,
	`share` double NOT NULL DEFAULT 1,
	CONSTRAINT `niche_terms_niche_id_term_id_pk` PRIMARY KEY(`niche_id`,`term_id`)
);
--> statement-breakpoint
CREATE TABLE `niches` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`name` varchar(160) NOT NULL,
	`category_id` bigint unsigned,
	CONSTRAINT `niches_id` PRIMARY KEY(`id`),
	CONSTRAINT `niches_name` UNIQUE(`marketplace_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE `search_terms` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`text` varchar(160) NOT NULL,
	`buy_rate` double,
	`competing` int,
	`seen_on` date NOT NULL,
	CONSTRAINT `search_terms_id` PRIMARY KEY(`id`),
	CONSTRAINT `search_terms_text` UNIQUE(`marketplace_id`,`text`)
);
--> statement-breakpoint
CREATE TABLE `term_positions` (
	`term_id` bigint unsigned NOT NULL,
	`day` date NOT NULL,
	`listing_id` bigint unsigned NOT NULL,
	`unpaid` smallint,
	`paid` smallint,
	`share` double,
	CONSTRAINT `term_positions_term_id_day_listing_id_pk` PRIMARY KEY(`term_id`,`day`,`listing_id`)
);
--> statement-breakpoint
CREATE TABLE `term_volumes` (
	`term_id` bigint unsigned NOT NULL,
	`first_week` date NOT NULL,
	`volumes` json NOT NULL,
	CONSTRAINT `term_volumes_term_id` PRIMARY KEY(`term_id`)
);
--> statement-breakpoint
CREATE TABLE `truth_terms` (
	`marketplace_id` varchar(40) NOT NULL,
	`text` varchar(160) NOT NULL,
	`truth` json NOT NULL,
	CONSTRAINT `truth_terms_marketplace_id_text_pk` PRIMARY KEY(`marketplace_id`,`text`)
);
--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `shelf_rules` json;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `demand_version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `sieves` ADD `place` enum('sift','demand') DEFAULT 'sift' NOT NULL;--> statement-breakpoint
ALTER TABLE `sieves` ADD CONSTRAINT `sieves_place_name` UNIQUE(`marketplace_id`,`place`,`name`);--> statement-breakpoint
ALTER TABLE `sieves` DROP INDEX `sieves_name`;--> statement-breakpoint
ALTER TABLE `basket_terms` ADD CONSTRAINT `basket_terms_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `basket_terms` ADD CONSTRAINT `basket_terms_term_id_search_terms_id_fk` FOREIGN KEY (`term_id`) REFERENCES `search_terms`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `brand_judgements` ADD CONSTRAINT `brand_judgements_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `niche_clicks` ADD CONSTRAINT `niche_clicks_niche_id_niches_id_fk` FOREIGN KEY (`niche_id`) REFERENCES `niches`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `niche_clicks` ADD CONSTRAINT `niche_clicks_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `niche_terms` ADD CONSTRAINT `niche_terms_niche_id_niches_id_fk` FOREIGN KEY (`niche_id`) REFERENCES `niches`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `niche_terms` ADD CONSTRAINT `niche_terms_term_id_search_terms_id_fk` FOREIGN KEY (`term_id`) REFERENCES `search_terms`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `niches` ADD CONSTRAINT `niches_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `niches` ADD CONSTRAINT `niches_category_id_categories_id_fk` FOREIGN KEY (`category_id`) REFERENCES `categories`(`id`) ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `search_terms` ADD CONSTRAINT `search_terms_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `term_positions` ADD CONSTRAINT `term_positions_term_id_search_terms_id_fk` FOREIGN KEY (`term_id`) REFERENCES `search_terms`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `term_positions` ADD CONSTRAINT `term_positions_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `term_volumes` ADD CONSTRAINT `term_volumes_term_id_search_terms_id_fk` FOREIGN KEY (`term_id`) REFERENCES `search_terms`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `niche_clicks_listing` ON `niche_clicks` (`listing_id`);--> statement-breakpoint
CREATE INDEX `niche_terms_term` ON `niche_terms` (`term_id`);--> statement-breakpoint
CREATE INDEX `term_positions_listing` ON `term_positions` (`listing_id`,`term_id`);