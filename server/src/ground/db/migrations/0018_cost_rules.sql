ALTER TABLE `marketplaces` ADD `cost_rules` json;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `cost_rules_version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `marketplaces` ADD `ruled_version` int DEFAULT 1 NOT NULL;