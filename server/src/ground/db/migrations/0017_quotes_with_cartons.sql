ALTER TABLE `quotes` ADD `carton_units` int;--> statement-breakpoint
ALTER TABLE `quotes` ADD `carton_weight` double;--> statement-breakpoint
ALTER TABLE `quotes` ADD `carton_long` double;--> statement-breakpoint
ALTER TABLE `quotes` ADD `carton_middle` double;--> statement-breakpoint
ALTER TABLE `quotes` ADD `carton_short` double;--> statement-breakpoint
ALTER TABLE `quotes` ADD `once` bigint DEFAULT 0 NOT NULL;