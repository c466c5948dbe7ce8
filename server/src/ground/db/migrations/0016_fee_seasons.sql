-- The storage prices of a season stand instead of the others: they are called seasons now, as what they are.
UPDATE `fee_schedules` SET `document` = JSON_REMOVE(JSON_SET(`document`, '$.version', 2, '$.storage.seasons', JSON_COMPACT(JSON_EXTRACT(`document`, '$.storage.surcharges'))), '$.storage.surcharges') WHERE JSON_VALUE(`document`, '$.version') = 1;
