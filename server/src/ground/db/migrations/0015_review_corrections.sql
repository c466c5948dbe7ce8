CREATE TABLE `review_corrections` (
	`category_id` bigint unsigned NOT NULL,
	`document` json NOT NULL,
	`version` int NOT NULL DEFAULT 1,
	CONSTRAINT `review_corrections_category_id` PRIMARY KEY(`category_id`)
);
--> statement-breakpoint
ALTER TABLE `review_corrections` ADD CONSTRAINT `review_corrections_category_id_categories_id_fk` FOREIGN KEY (`category_id`) REFERENCES `categories`(`id`) ON DELETE cascade ON UPDATE no action;