CREATE TABLE IF NOT EXISTS `unsubscription` (
	`store_id` varchar(40) NOT NULL,
	`address` varchar(254) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`at` datetime(3) NOT NULL,
	`how` varchar(10) NOT NULL,
	`by_whom` varchar(120) NOT NULL DEFAULT '',
	CONSTRAINT `unsubscription_store_id_address_kind_pk` PRIMARY KEY(`store_id`,`address`,`kind`)
);
--> statement-breakpoint
ALTER TABLE `notification` ADD COLUMN IF NOT EXISTS `offers` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `optional` varchar(10) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `unsubscription` ADD CONSTRAINT `unsubscription_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `unsubscription_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;