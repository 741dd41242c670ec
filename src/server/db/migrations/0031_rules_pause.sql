ALTER TABLE `routing_rule` ADD COLUMN IF NOT EXISTS `language` varchar(20);--> statement-breakpoint
ALTER TABLE `routing_rule` ADD COLUMN IF NOT EXISTS `paused` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `routing_rule` ADD COLUMN IF NOT EXISTS `paused_until` datetime(3);--> statement-breakpoint
ALTER TABLE `routing_rule` ADD COLUMN IF NOT EXISTS `stand_in_id` varchar(26);--> statement-breakpoint
ALTER TABLE `routing_rule` ADD CONSTRAINT `routing_rule_stand_in_id_staff_id_fk` FOREIGN KEY IF NOT EXISTS `routing_rule_stand_in_id_staff_id_fk` (`stand_in_id`) REFERENCES `staff`(`id`) ON DELETE set null ON UPDATE no action;