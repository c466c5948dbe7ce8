CREATE TABLE `answers` (
	`candidate_id` bigint unsigned NOT NULL,
	`scoresheet_id` bigint unsigned NOT NULL,
	`key` varchar(60) NOT NULL,
	`choice` varchar(60) NOT NULL,
	`evidence` varchar(2000) NOT NULL DEFAULT '',
	`day` date NOT NULL,
	CONSTRAINT `answers_candidate_id_scoresheet_id_key_pk` PRIMARY KEY(`candidate_id`,`scoresheet_id`,`key`)
);
--> statement-breakpoint
CREATE TABLE `candidate_log` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`candidate_id` bigint unsigned NOT NULL,
	`kind` enum('stage','note','line-up','answer') NOT NULL,
	`text` text NOT NULL,
	`day` date NOT NULL,
	`stage` enum('found','watched','weighed','shortlisted','chosen','dropped'),
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `candidate_log_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `candidates` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`name` varchar(160) NOT NULL,
	`anchor_id` bigint unsigned NOT NULL,
	`stage` enum('found','watched','weighed','shortlisted','chosen','dropped') NOT NULL DEFAULT 'found',
	`drop_reason` varchar(400),
	`look_again_on` date,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `candidates_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `costings` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`listing_id` bigint unsigned NOT NULL,
	`name` varchar(120) NOT NULL DEFAULT 'First costing',
	`price` bigint,
	`inputs` json NOT NULL,
	`fee_schedule_id` bigint unsigned,
	`changed_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `costings_id` PRIMARY KEY(`id`),
	CONSTRAINT `costings_name` UNIQUE(`listing_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE `line_up` (
	`candidate_id` bigint unsigned NOT NULL,
	`listing_id` bigint unsigned NOT NULL,
	`added_on` date NOT NULL,
	`then_price` bigint,
	`then_units` double,
	`then_reviews` int,
	CONSTRAINT `line_up_candidate_id_listing_id_pk` PRIMARY KEY(`candidate_id`,`listing_id`)
);
--> statement-breakpoint
CREATE TABLE `scoresheets` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`name` varchar(120) NOT NULL,
	`document` json NOT NULL,
	`in_use` boolean NOT NULL DEFAULT false,
	CONSTRAINT `scoresheets_id` PRIMARY KEY(`id`),
	CONSTRAINT `scoresheets_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `estimates` (
	`listing_id` bigint unsigned NOT NULL,
	`as_of` date NOT NULL,
	`units` double,
	`low` double,
	`high` double,
	`origin` enum('readings','months','stated','current-rank','nothing') NOT NULL,
	`flattered` boolean NOT NULL DEFAULT false,
	`best_three_share` double,
	`best_three_months` json,
	`reason` varchar(400),
	CONSTRAINT `estimates_listing_id` PRIMARY KEY(`listing_id`)
);
--> statement-breakpoint
CREATE TABLE `listings` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`code` varchar(20) NOT NULL,
	`gtin` varchar(14),
	`title` varchar(500) NOT NULL,
	`brand` varchar(120) NOT NULL DEFAULT '',
	`category_id` bigint unsigned NOT NULL,
	`price` bigint,
	`reviews` int,
	`rating` smallint,
	`rank` int,
	`weight` int,
	`side_long` int,
	`side_middle` int,
	`side_short` int,
	`sellers` smallint,
	`fulfilment` enum('marketplace','seller','unknown') NOT NULL DEFAULT 'unknown',
	`sold_by_marketplace` boolean,
	`pictures` smallint,
	`variations` smallint,
	`pack_count` smallint,
	`on_sale_since` date,
	`silhouette` varchar(24),
	`bullets` json,
	`description` text,
	`seen_on` date NOT NULL,
	CONSTRAINT `listings_id` PRIMARY KEY(`id`),
	CONSTRAINT `listings_code` UNIQUE(`marketplace_id`,`code`),
	CONSTRAINT `listings_price` CHECK(price is null or price > 0),
	CONSTRAINT `listings_rating` CHECK(rating is null or rating between 100 and 500),
	CONSTRAINT `listings_rank` CHECK(`rank` is null or `rank` >= 1)
);
--> statement-breakpoint
CREATE TABLE `monthly_history` (
	`listing_id` bigint unsigned NOT NULL,
	`month` date NOT NULL,
	`price` bigint,
	`rank` int,
	`reviews` int,
	CONSTRAINT `monthly_history_listing_id_month_pk` PRIMARY KEY(`listing_id`,`month`)
);
--> statement-breakpoint
CREATE TABLE `readings` (
	`listing_id` bigint unsigned NOT NULL,
	`day` date NOT NULL,
	`price` bigint,
	`rank` int,
	`reviews` int,
	`rating` smallint,
	`sellers` smallint,
	`stock` int,
	`stock_capped` boolean NOT NULL DEFAULT false,
	`source` enum('feed','import','typed') NOT NULL,
	CONSTRAINT `readings_listing_id_day_pk` PRIMARY KEY(`listing_id`,`day`)
);
--> statement-breakpoint
CREATE TABLE `stated_figures` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`listing_id` bigint unsigned NOT NULL,
	`measure` enum('units','revenue') NOT NULL,
	`value` double NOT NULL,
	`source` varchar(200) NOT NULL,
	`day` date NOT NULL,
	CONSTRAINT `stated_figures_id` PRIMARY KEY(`id`),
	CONSTRAINT `stated_figures_once` UNIQUE(`listing_id`,`measure`,`source`,`day`)
);
--> statement-breakpoint
CREATE TABLE `watched` (
	`listing_id` bigint unsigned NOT NULL,
	`since` date NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `watched_listing_id` PRIMARY KEY(`listing_id`)
);
--> statement-breakpoint
CREATE TABLE `categories` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`parent_id` bigint unsigned,
	`name` varchar(120) NOT NULL,
	`path` varchar(400) NOT NULL,
	`depth` smallint NOT NULL,
	`gated` boolean NOT NULL DEFAULT false,
	CONSTRAINT `categories_id` PRIMARY KEY(`id`),
	CONSTRAINT `categories_path` UNIQUE(`marketplace_id`,`path`)
);
--> statement-breakpoint
CREATE TABLE `fee_schedules` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`valid_from` date NOT NULL,
	`document` json NOT NULL,
	`source` varchar(200) NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `fee_schedules_id` PRIMARY KEY(`id`),
	CONSTRAINT `fee_schedules_from` UNIQUE(`marketplace_id`,`valid_from`)
);
--> statement-breakpoint
CREATE TABLE `marketplaces` (
	`id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`currency` varchar(3) NOT NULL,
	`measures` enum('imperial','metric') NOT NULL,
	`host` varchar(120) NOT NULL,
	`hob_day` date,
	`data_version` int NOT NULL DEFAULT 1,
	`read_up_to` date,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `marketplaces_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `rank_curves` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`category` varchar(400) NOT NULL,
	`valid_from` date NOT NULL,
	`knots` json NOT NULL,
	`residual` double NOT NULL,
	`review_rate` double,
	`review_spread` double,
	`source` varchar(200) NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `rank_curves_id` PRIMARY KEY(`id`),
	CONSTRAINT `rank_curves_from` UNIQUE(`marketplace_id`,`category`,`valid_from`)
);
--> statement-breakpoint
CREATE TABLE `mentions` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`review_id` bigint unsigned NOT NULL,
	`kind` enum('gripe','praise','wish') NOT NULL,
	`aspect` varchar(80),
	`phrase` varchar(160),
	`opinion` varchar(80) NOT NULL,
	`polarity` double NOT NULL,
	`sentence` text NOT NULL,
	CONSTRAINT `mentions_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `reviews` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`listing_id` bigint unsigned NOT NULL,
	`fingerprint` varchar(40) NOT NULL,
	`stars` tinyint NOT NULL,
	`title` varchar(400) NOT NULL DEFAULT '',
	`body` text NOT NULL,
	`day` date NOT NULL,
	`verified` boolean,
	`helpful` int,
	`with_pictures` boolean,
	`mined_by` smallint NOT NULL DEFAULT 0,
	`set_aside` enum('no text','other language','copy'),
	CONSTRAINT `reviews_id` PRIMARY KEY(`id`),
	CONSTRAINT `reviews_once` UNIQUE(`fingerprint`),
	CONSTRAINT `reviews_stars` CHECK(stars between 1 and 5)
);
--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`kind` varchar(40) NOT NULL,
	`payload` json NOT NULL,
	`state` enum('queued','running','done','failed','cancelled') NOT NULL DEFAULT 'queued',
	`done` int NOT NULL DEFAULT 0,
	`total` int NOT NULL DEFAULT 0,
	`message` varchar(500) NOT NULL DEFAULT '',
	`result` json,
	`once_key` varchar(160),
	`attempts` int NOT NULL DEFAULT 0,
	`worker` varchar(60),
	`alive_at` datetime(3),
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `jobs_id` PRIMARY KEY(`id`),
	CONSTRAINT `jobs_once_key_unique` UNIQUE(`once_key`)
);
--> statement-breakpoint
CREATE TABLE `uploads` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`name` varchar(255) NOT NULL,
	`content` longtext NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `uploads_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `workspace` (
	`key` varchar(40) NOT NULL,
	`value` json NOT NULL,
	CONSTRAINT `workspace_key` PRIMARY KEY(`key`)
);
--> statement-breakpoint
CREATE TABLE `truth_listings` (
	`marketplace_id` varchar(40) NOT NULL,
	`code` varchar(20) NOT NULL,
	`family` varchar(80) NOT NULL,
	`truth` json NOT NULL,
	CONSTRAINT `truth_listings_marketplace_id_code_pk` PRIMARY KEY(`marketplace_id`,`code`)
);
--> statement-breakpoint
ALTER TABLE `answers` ADD CONSTRAINT `answers_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `answers` ADD CONSTRAINT `answers_scoresheet_id_scoresheets_id_fk` FOREIGN KEY (`scoresheet_id`) REFERENCES `scoresheets`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `candidate_log` ADD CONSTRAINT `candidate_log_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `candidates` ADD CONSTRAINT `candidates_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `candidates` ADD CONSTRAINT `candidates_anchor_id_listings_id_fk` FOREIGN KEY (`anchor_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `costings` ADD CONSTRAINT `costings_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `costings` ADD CONSTRAINT `costings_fee_schedule_id_fee_schedules_id_fk` FOREIGN KEY (`fee_schedule_id`) REFERENCES `fee_schedules`(`id`) ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `line_up` ADD CONSTRAINT `line_up_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `line_up` ADD CONSTRAINT `line_up_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `estimates` ADD CONSTRAINT `estimates_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `listings` ADD CONSTRAINT `listings_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `listings` ADD CONSTRAINT `listings_category_id_categories_id_fk` FOREIGN KEY (`category_id`) REFERENCES `categories`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `monthly_history` ADD CONSTRAINT `monthly_history_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `readings` ADD CONSTRAINT `readings_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stated_figures` ADD CONSTRAINT `stated_figures_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `watched` ADD CONSTRAINT `watched_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `categories` ADD CONSTRAINT `categories_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `categories` ADD CONSTRAINT `categories_parent` FOREIGN KEY (`parent_id`) REFERENCES `categories`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `fee_schedules` ADD CONSTRAINT `fee_schedules_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rank_curves` ADD CONSTRAINT `rank_curves_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `mentions` ADD CONSTRAINT `mentions_review_id_reviews_id_fk` FOREIGN KEY (`review_id`) REFERENCES `reviews`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `reviews` ADD CONSTRAINT `reviews_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `candidate_log_candidate` ON `candidate_log` (`candidate_id`);--> statement-breakpoint
CREATE INDEX `candidates_market` ON `candidates` (`marketplace_id`);--> statement-breakpoint
CREATE INDEX `listings_brand` ON `listings` (`marketplace_id`,`brand`);--> statement-breakpoint
CREATE INDEX `listings_category` ON `listings` (`category_id`);--> statement-breakpoint
CREATE INDEX `rank_curves_market` ON `rank_curves` (`marketplace_id`);--> statement-breakpoint
CREATE INDEX `mentions_review` ON `mentions` (`review_id`);--> statement-breakpoint
CREATE INDEX `reviews_listing` ON `reviews` (`listing_id`,`day`);--> statement-breakpoint
CREATE INDEX `jobs_state` ON `jobs` (`state`,`id`);--> statement-breakpoint
CREATE INDEX `truth_family` ON `truth_listings` (`marketplace_id`,`family`);