CREATE TABLE `niche_corrections` (
	`marketplace_id` varchar(40) NOT NULL,
	`term` varchar(160) NOT NULL,
	`niche` varchar(160) NOT NULL,
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `niche_corrections_marketplace_id_term_pk` PRIMARY KEY(`marketplace_id`,`term`)
);
--> statement-breakpoint
CREATE TABLE `exchange_rates` (
	`marketplace_id` varchar(40) NOT NULL,
	`currency` varchar(3) NOT NULL,
	`day` date NOT NULL,
	`rate` double NOT NULL,
	`import_id` bigint unsigned,
	CONSTRAINT `exchange_rates_marketplace_id_currency_day_pk` PRIMARY KEY(`marketplace_id`,`currency`,`day`),
	CONSTRAINT `exchange_rates_rate` CHECK(rate > 0)
);
--> statement-breakpoint
CREATE TABLE `quotes` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`listing_id` bigint unsigned NOT NULL,
	`supplier_id` bigint unsigned NOT NULL,
	`day` date NOT NULL,
	`minimum` int NOT NULL DEFAULT 1,
	`price` double NOT NULL,
	`currency` varchar(3) NOT NULL,
	`lead_days` int,
	`terms` varchar(3) NOT NULL DEFAULT '',
	`valid_until` date,
	`note` varchar(400) NOT NULL DEFAULT '',
	`import_id` bigint unsigned,
	CONSTRAINT `quotes_id` PRIMARY KEY(`id`),
	CONSTRAINT `quotes_once` UNIQUE(`listing_id`,`supplier_id`,`day`,`minimum`),
	CONSTRAINT `quotes_price` CHECK(price > 0)
);
--> statement-breakpoint
CREATE TABLE `suppliers` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`name` varchar(120) NOT NULL,
	`country` varchar(2) NOT NULL DEFAULT '',
	`note` varchar(1000) NOT NULL DEFAULT '',
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `suppliers_id` PRIMARY KEY(`id`),
	CONSTRAINT `suppliers_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
ALTER TABLE `categories` ADD `merged_into` bigint unsigned;--> statement-breakpoint
ALTER TABLE `niche_corrections` ADD CONSTRAINT `niche_corrections_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `exchange_rates` ADD CONSTRAINT `exchange_rates_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `quotes` ADD CONSTRAINT `quotes_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `quotes` ADD CONSTRAINT `quotes_supplier_id_suppliers_id_fk` FOREIGN KEY (`supplier_id`) REFERENCES `suppliers`(`id`) ON DELETE cascade ON UPDATE no action;