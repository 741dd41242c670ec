CREATE TABLE IF NOT EXISTS `viewing_link` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`rehearsal_id` varchar(26) NOT NULL,
	`token_hash` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`name` varchar(120) NOT NULL,
	`until` datetime(3) NOT NULL,
	`made_by` varchar(120) NOT NULL,
	`made_at` datetime(3) NOT NULL,
	`used_at` datetime(3),
	`taken_back_at` datetime(3),
	CONSTRAINT `viewing_link_id` PRIMARY KEY(`id`),
	CONSTRAINT `viewing_link_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `viewing_remark` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`link_id` varchar(26) NOT NULL,
	`by_whom` varchar(120) NOT NULL,
	`at` datetime(3) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`run` int NOT NULL,
	`message_id` varchar(26) NOT NULL,
	`notification_id` varchar(26) NOT NULL,
	`variant_id` varchar(26) NOT NULL,
	`language` varchar(20) NOT NULL,
	`block` varchar(60) NOT NULL DEFAULT '',
	`text` varchar(2000) NOT NULL DEFAULT '',
	`done_at` datetime(3),
	`done_by` varchar(120) NOT NULL DEFAULT '',
	CONSTRAINT `viewing_remark_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `viewing_link` ADD CONSTRAINT `viewing_link_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `viewing_link_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `viewing_link` ADD CONSTRAINT `viewing_link_of` FOREIGN KEY IF NOT EXISTS `viewing_link_of` (`rehearsal_id`) REFERENCES `rehearsal`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `viewing_remark` ADD CONSTRAINT `viewing_remark_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `viewing_remark_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `viewing_link_run` ON `viewing_link` (`rehearsal_id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `viewing_remark_of` ON `viewing_remark` (`store_id`,`variant_id`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `viewing_remark_link` ON `viewing_remark` (`link_id`,`id`);