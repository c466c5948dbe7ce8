CREATE TABLE `supplier_cards` (
	`marketplace_id` varchar(40) NOT NULL,
	`ref` varchar(40) NOT NULL,
	`day` date NOT NULL,
	`card` json NOT NULL,
	CONSTRAINT `supplier_cards_marketplace_id_ref_pk` PRIMARY KEY(`marketplace_id`,`ref`)
);
--> statement-breakpoint
CREATE TABLE `supplier_requests` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`listing_id` bigint unsigned NOT NULL,
	`ref` varchar(40) NOT NULL,
	`ticket` varchar(40) NOT NULL,
	`supplier` varchar(120) NOT NULL,
	`country` varchar(2) NOT NULL,
	`makes` varchar(120) NOT NULL,
	`pieces` json NOT NULL,
	`note` varchar(1000) NOT NULL,
	`asked_on` date NOT NULL,
	`state` varchar(10) NOT NULL DEFAULT 'waiting',
	`answered_on` date,
	`says` varchar(400) NOT NULL DEFAULT '',
	CONSTRAINT `supplier_requests_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `stand_in_requests` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`ref` varchar(40) NOT NULL,
	`day` date NOT NULL,
	`asked` json NOT NULL,
	CONSTRAINT `stand_in_requests_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `stand_in_weathers` (
	`marketplace_id` varchar(40) NOT NULL,
	`service` varchar(20) NOT NULL,
	`weather` varchar(20) NOT NULL,
	CONSTRAINT `stand_in_weathers_marketplace_id_service_pk` PRIMARY KEY(`marketplace_id`,`service`)
);
--> statement-breakpoint
ALTER TABLE `supplier_cards` ADD CONSTRAINT `supplier_cards_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `supplier_requests` ADD CONSTRAINT `supplier_requests_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `supplier_requests_of` ON `supplier_requests` (`listing_id`);--> statement-breakpoint
CREATE INDEX `supplier_requests_waiting` ON `supplier_requests` (`state`);