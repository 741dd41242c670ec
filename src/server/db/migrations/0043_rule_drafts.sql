CREATE TABLE IF NOT EXISTS `rule_draft` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`rule_id` varchar(26) NOT NULL,
	`deed` varchar(10) NOT NULL,
	`rule` json,
	`was` json,
	`by_whom` varchar(120) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `rule_draft_id` PRIMARY KEY(`id`),
	CONSTRAINT `rule_draft_rule` UNIQUE(`store_id`,`rule_id`)
);
--> statement-breakpoint
ALTER TABLE `rule_draft` ADD CONSTRAINT `rule_draft_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `rule_draft_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;