CREATE TABLE IF NOT EXISTS `saved_list` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`filter` json NOT NULL,
	CONSTRAINT `saved_list_id` PRIMARY KEY(`id`),
	CONSTRAINT `saved_list_name` UNIQUE(`store_id`,`name`)
);
--> statement-breakpoint
ALTER TABLE `saved_list` ADD CONSTRAINT `saved_list_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `saved_list_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `customer_spent` ON `customer` (`store_id`,`spent`,`id`);