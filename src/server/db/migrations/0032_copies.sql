CREATE TABLE IF NOT EXISTS `copy_rule` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`staff_id` varchar(26),
	`address` varchar(254) NOT NULL DEFAULT '',
	`notifications` json NOT NULL,
	`channels` json NOT NULL,
	CONSTRAINT `copy_rule_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `copy_rule` ADD CONSTRAINT `copy_rule_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `copy_rule_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `copy_rule` ADD CONSTRAINT `copy_rule_staff_id_staff_id_fk` FOREIGN KEY IF NOT EXISTS `copy_rule_staff_id_staff_id_fk` (`staff_id`) REFERENCES `staff`(`id`) ON DELETE cascade ON UPDATE no action;