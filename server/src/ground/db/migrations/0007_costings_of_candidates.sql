ALTER TABLE `candidates` ADD `costing_id` bigint unsigned;--> statement-breakpoint
ALTER TABLE `costings` ADD `candidate_id` bigint unsigned;--> statement-breakpoint
ALTER TABLE `costings` ADD `document` json;--> statement-breakpoint
UPDATE `costings` SET `document` = json_object(
  'format', 'cold-kettle/costing',
  'price', `price`,
  'fulfilment', coalesce(json_value(`inputs`, '$.fulfilment'), 'marketplace'),
  'monthsStored', coalesce(cast(json_value(`inputs`, '$.monthsStored') as double), 1.5),
  'firstOrder', cast(json_value(`inputs`, '$.firstOrder') as signed),
  'lines', json_array(
    json_object('key', 'unit-cost', 'label', 'Unit cost', 'part', 'landed', 'amount', json_object('kind', 'sum', 'sum', cast(json_value(`inputs`, '$.unitCost') as signed)), 'note', '', 'source', ''),
    json_object('key', 'freight', 'label', 'Freight a unit', 'part', 'landed', 'amount', json_object('kind', 'sum', 'sum', cast(json_value(`inputs`, '$.freight') as signed)), 'note', '', 'source', ''),
    json_object('key', 'duty', 'label', 'Duty on unit cost', 'part', 'landed', 'amount', json_object('kind', 'share', 'of', 'unit-cost', 'rate', coalesce(cast(json_value(`inputs`, '$.dutyRate') as double), 0)), 'note', '', 'source', ''),
    json_object('key', 'preparation', 'label', 'Preparation a unit', 'part', 'landed', 'amount', json_object('kind', 'sum', 'sum', coalesce(cast(json_value(`inputs`, '$.preparation') as signed), 0)), 'note', '', 'source', ''),
    json_object('key', 'advertising', 'label', 'Advertising, of price', 'part', 'sale', 'amount', json_object('kind', 'share', 'of', 'price', 'rate', coalesce(cast(json_value(`inputs`, '$.advertisingRate') as double), 0.1)), 'note', '', 'source', ''),
    json_object('key', 'returns', 'label', 'Returns', 'part', 'sale', 'amount', json_object('kind', 'returns', 'rate', coalesce(cast(json_value(`inputs`, '$.returnRate') as double), 0), 'loss', coalesce(cast(json_value(`inputs`, '$.lossPerReturn') as signed), 0)), 'note', '', 'source', ''),
    json_object('key', 'samples', 'label', 'Samples', 'part', 'launch', 'amount', json_object('kind', 'sum', 'sum', coalesce(cast(json_value(`inputs`, '$.samples') as signed), 0)), 'note', '', 'source', ''),
    json_object('key', 'pictures', 'label', 'Pictures', 'part', 'launch', 'amount', json_object('kind', 'sum', 'sum', coalesce(cast(json_value(`inputs`, '$.pictures') as signed), 0)), 'note', '', 'source', ''),
    json_object('key', 'launch-advertising', 'label', 'Launch advertising', 'part', 'launch', 'amount', json_object('kind', 'sum', 'sum', coalesce(cast(json_value(`inputs`, '$.launchAdvertising') as signed), 0)), 'note', '', 'source', ''),
    json_object('key', 'reserve', 'label', 'Reserve', 'part', 'launch', 'amount', json_object('kind', 'sum', 'sum', coalesce(cast(json_value(`inputs`, '$.reserve') as signed), 0)), 'note', '', 'source', '')
  )
);--> statement-breakpoint
ALTER TABLE `costings` MODIFY `document` json NOT NULL;--> statement-breakpoint
ALTER TABLE `costings` ADD `owner` bigint unsigned GENERATED ALWAYS AS (coalesce(`candidate_id`, 0)) STORED;--> statement-breakpoint
ALTER TABLE `costings` ADD CONSTRAINT `costings_owner` UNIQUE(`listing_id`,`owner`,`name`);--> statement-breakpoint
ALTER TABLE `costings` DROP INDEX `costings_name`;--> statement-breakpoint
ALTER TABLE `costings` DROP COLUMN `price`;--> statement-breakpoint
ALTER TABLE `costings` DROP COLUMN `inputs`;--> statement-breakpoint
INSERT INTO `costings` (`listing_id`, `candidate_id`, `name`, `document`, `version`, `fee_schedule_id`, `changed_at`)
  SELECT c.`listing_id`, k.`id`, c.`name`, c.`document`, c.`version`, c.`fee_schedule_id`, c.`changed_at`
  FROM `costings` c INNER JOIN `candidates` k ON k.`anchor_id` = c.`listing_id`
  WHERE c.`candidate_id` IS NULL
    AND k.`id` > (SELECT min(f.`id`) FROM `candidates` f WHERE f.`anchor_id` = c.`listing_id`);--> statement-breakpoint
UPDATE `costings` c INNER JOIN (SELECT `anchor_id`, min(`id`) AS `first` FROM `candidates` GROUP BY `anchor_id`) k
  ON k.`anchor_id` = c.`listing_id`
  SET c.`candidate_id` = k.`first` WHERE c.`candidate_id` IS NULL;--> statement-breakpoint
UPDATE `candidates` k INNER JOIN `costings` c ON c.`candidate_id` = k.`id` SET k.`costing_id` = c.`id`;--> statement-breakpoint
ALTER TABLE `candidates` ADD CONSTRAINT `candidates_costing_id_costings_id_fk` FOREIGN KEY (`costing_id`) REFERENCES `costings`(`id`) ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `costings` ADD CONSTRAINT `costings_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates`(`id`) ON DELETE cascade ON UPDATE no action;
