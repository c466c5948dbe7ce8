CREATE TABLE `estimate_levels` (
	`marketplace_id` varchar(40) NOT NULL,
	`document` json NOT NULL,
	`as_of` date NOT NULL,
	CONSTRAINT `estimate_levels_marketplace_id` PRIMARY KEY(`marketplace_id`)
);
--> statement-breakpoint
CREATE TABLE `import_parts` (
	`import_id` bigint unsigned NOT NULL,
	`place` int NOT NULL,
	`base` boolean NOT NULL DEFAULT false,
	`rows` longblob NOT NULL,
	CONSTRAINT `import_parts_import_id_base_place_pk` PRIMARY KEY(`import_id`,`base`,`place`)
);
--> statement-breakpoint
CREATE TABLE `imports` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`marketplace_id` varchar(40) NOT NULL,
	`kind` varchar(30) NOT NULL,
	`name` varchar(255) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`mapping` json NOT NULL,
	`source` varchar(200) NOT NULL,
	`first_day` date,
	`last_day` date,
	`taken` int NOT NULL,
	`result` json NOT NULL,
	`taken_back_at` datetime(3),
	`made_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `imports_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `listings` MODIFY COLUMN `code` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `listings` ADD `import_id` bigint unsigned;--> statement-breakpoint
ALTER TABLE `monthly_history` ADD `import_id` bigint unsigned;--> statement-breakpoint
ALTER TABLE `own_counts` ADD `import_id` bigint unsigned;--> statement-breakpoint
ALTER TABLE `readings` ADD `import_id` bigint unsigned;--> statement-breakpoint
ALTER TABLE `stated_figures` ADD `import_id` bigint unsigned;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `country` varchar(2) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `vat` double;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `address_pattern` varchar(300) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `binned_at` datetime(3);--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `bin_of` varchar(40);--> statement-breakpoint
ALTER TABLE `rank_curves` ADD `standing` enum('given','copied','own') DEFAULT 'own' NOT NULL;--> statement-breakpoint
ALTER TABLE `reviews` ADD `import_id` bigint unsigned;--> statement-breakpoint
ALTER TABLE `estimate_levels` ADD CONSTRAINT `estimate_levels_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `import_parts` ADD CONSTRAINT `import_parts_import` FOREIGN KEY (`import_id`) REFERENCES `imports`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `imports` ADD CONSTRAINT `imports_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `imports_marketplace` ON `imports` (`marketplace_id`,`kind`);--> statement-breakpoint
UPDATE `rank_curves` c JOIN `marketplaces` m ON m.`id` = c.`marketplace_id`
  SET c.`standing` = if(c.`source` LIKE 'copied from %', 'copied', if(m.`hob_day` IS NOT NULL AND c.`source` LIKE 'shipped with %', 'given', 'own'));
