CREATE TABLE IF NOT EXISTS `code_series` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`prefix` varchar(20) NOT NULL DEFAULT '',
	`per` varchar(10) NOT NULL,
	`supply` varchar(10) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`value` int NOT NULL,
	`conditions` json NOT NULL DEFAULT ('{}'),
	`ends_at` datetime(3),
	`days` int,
	`most` int,
	`given` int NOT NULL DEFAULT 0,
	CONSTRAINT `code_series_id` PRIMARY KEY(`id`),
	CONSTRAINT `code_series_name` UNIQUE(`store_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `code_use` (
	`store_id` varchar(40) NOT NULL,
	`code` varchar(64) NOT NULL,
	`order_id` varchar(26) NOT NULL,
	`email` varchar(254) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `code_use_store_id_code_order_id_pk` PRIMARY KEY(`store_id`,`code`,`order_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `code_warning` (
	`store_id` varchar(40) NOT NULL,
	`ref` varchar(80) NOT NULL,
	`state` varchar(30) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `code_warning_store_id_ref_pk` PRIMARY KEY(`store_id`,`ref`)
);
--> statement-breakpoint
ALTER TABLE `discount_code` ADD COLUMN IF NOT EXISTS `conditions` json DEFAULT ('{}') NOT NULL;--> statement-breakpoint
ALTER TABLE `discount_code` ADD COLUMN IF NOT EXISTS `series_id` varchar(26);--> statement-breakpoint
ALTER TABLE `discount_code` ADD COLUMN IF NOT EXISTS `given_to` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin;--> statement-breakpoint
ALTER TABLE `discount_code` ADD COLUMN IF NOT EXISTS `given_at` datetime(3);--> statement-breakpoint
CREATE UNIQUE INDEX IF NOT EXISTS `discount_code_given` ON `discount_code` (`series_id`,`given_to`);--> statement-breakpoint
ALTER TABLE `code_series` ADD CONSTRAINT `code_series_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `code_series_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `code_use` ADD CONSTRAINT `code_use_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `code_use_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `code_warning` ADD CONSTRAINT `code_warning_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `code_warning_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `code_use_person` ON `code_use` (`store_id`,`email`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `code_use_at` ON `code_use` (`store_id`,`at`);