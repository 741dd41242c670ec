CREATE TABLE IF NOT EXISTS `companion` (
	`store_id` varchar(40) NOT NULL,
	`sku` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`place` int NOT NULL,
	`other` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`orders` int NOT NULL,
	`support` int NOT NULL,
	`lift` double NOT NULL,
	`run` int NOT NULL,
	CONSTRAINT `companion_store_id_sku_place_pk` PRIMARY KEY(`store_id`,`sku`,`place`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `popular_product` (
	`store_id` varchar(40) NOT NULL,
	`category` varchar(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`best` json NOT NULL,
	`run` int NOT NULL,
	CONSTRAINT `popular_product_store_id_category_pk` PRIMARY KEY(`store_id`,`category`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `suggestion_run` (
	`store_id` varchar(40) NOT NULL,
	`run` int NOT NULL,
	`orders` int NOT NULL DEFAULT 0,
	`took_ms` int NOT NULL DEFAULT 0,
	`began_at` datetime(3) NOT NULL,
	`done_at` datetime(3),
	CONSTRAINT `suggestion_run_store_id` PRIMARY KEY(`store_id`)
);
--> statement-breakpoint
ALTER TABLE `product` ADD COLUMN IF NOT EXISTS `url` varchar(2000) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `companion` ADD CONSTRAINT `companion_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `companion_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `popular_product` ADD CONSTRAINT `popular_product_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `popular_product_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `suggestion_run` ADD CONSTRAINT `suggestion_run_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `suggestion_run_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;