-- What was found by the miner of before says nothing to this one: texts are read anew when they are looked at.
DELETE FROM `mentions`;--> statement-breakpoint
UPDATE `reviews` SET `mined_by` = 0, `set_aside` = NULL;--> statement-breakpoint
ALTER TABLE `mentions` ADD `concept` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `mentions` ADD `part` varchar(80);--> statement-breakpoint
ALTER TABLE `mentions` ADD `about` enum('product','page','delivery','seller','price') NOT NULL;--> statement-breakpoint
ALTER TABLE `mentions` ADD `words` varchar(160);--> statement-breakpoint
ALTER TABLE `mentions` DROP COLUMN `aspect`;--> statement-breakpoint
ALTER TABLE `mentions` DROP COLUMN `phrase`;--> statement-breakpoint
ALTER TABLE `mentions` DROP COLUMN `opinion`;--> statement-breakpoint
ALTER TABLE `mentions` DROP COLUMN `polarity`;