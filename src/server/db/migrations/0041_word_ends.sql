CREATE TABLE IF NOT EXISTS `customer_word_end` (
	`store_id` varchar(40) NOT NULL,
	`end_of` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`word` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	CONSTRAINT `customer_word_end_store_id_end_of_word_pk` PRIMARY KEY(`store_id`,`end_of`,`word`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `order_number_end` (
	`store_id` varchar(40) NOT NULL,
	`end_of` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`order_id` varchar(26) NOT NULL,
	CONSTRAINT `order_number_end_store_id_end_of_order_id_pk` PRIMARY KEY(`store_id`,`end_of`,`order_id`)
);
--> statement-breakpoint
ALTER TABLE `customer_word_end` ADD CONSTRAINT `customer_word_end_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `customer_word_end_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `order_number_end` ADD CONSTRAINT `order_number_end_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `order_number_end_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `order_number_end` ADD CONSTRAINT `order_number_end_order_id_order_id_fk` FOREIGN KEY IF NOT EXISTS `order_number_end_order_id_order_id_fk` (`order_id`) REFERENCES `order`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `order_number_end_of` ON `order_number_end` (`order_id`);--> statement-breakpoint
UPDATE `customer` SET `indexed` = false;
