CREATE TABLE IF NOT EXISTS `rule_change` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`by_whom` varchar(120) NOT NULL,
	`at` datetime(3) NOT NULL,
	`before_it` json NOT NULL,
	`after_it` json NOT NULL,
	`taken_back_by` varchar(120) NOT NULL DEFAULT '',
	CONSTRAINT `rule_change_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `rule_change` ADD CONSTRAINT `rule_change_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `rule_change_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `rule_change_newest` ON `rule_change` (`store_id`,`id`);