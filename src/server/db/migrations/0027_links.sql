CREATE TABLE IF NOT EXISTS `translation_link` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`token_hash` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`name` varchar(120) NOT NULL,
	`language` varchar(20) NOT NULL,
	`documents` json,
	`until` datetime(3) NOT NULL,
	`made_by` varchar(120) NOT NULL,
	`made_at` datetime(3) NOT NULL,
	`used_at` datetime(3),
	`taken_back_at` datetime(3),
	CONSTRAINT `translation_link_id` PRIMARY KEY(`id`),
	CONSTRAINT `translation_link_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
ALTER TABLE `translation_link` ADD CONSTRAINT `translation_link_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `translation_link_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;