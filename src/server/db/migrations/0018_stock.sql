CREATE TABLE IF NOT EXISTS `stock_count` (
	`store_id` varchar(40) NOT NULL,
	`sku` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`place` varchar(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`pieces` int NOT NULL,
	`told` varchar(6) NOT NULL,
	`counted_at` datetime(3) NOT NULL,
	CONSTRAINT `stock_count_store_id_sku_place_pk` PRIMARY KEY(`store_id`,`sku`,`place`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `summary_reached` (
	`notification_id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`reached` datetime(3) NOT NULL,
	`rhythm` varchar(100) NOT NULL,
	`since` datetime(3) NOT NULL,
	`planned_at` datetime(3) NOT NULL,
	CONSTRAINT `summary_reached_notification_id` PRIMARY KEY(`notification_id`)
);
--> statement-breakpoint
ALTER TABLE `product` ADD COLUMN IF NOT EXISTS `low_at` int;--> statement-breakpoint
ALTER TABLE `stock_count` ADD CONSTRAINT `stock_count_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `stock_count_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `summary_reached` ADD CONSTRAINT `summary_reached_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `summary_reached_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `order_open` ON `order` (`store_id`,`status`,`placed_at`);