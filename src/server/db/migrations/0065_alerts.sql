CREATE TABLE IF NOT EXISTS `waiting_alert` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`user_id` varchar(36) NOT NULL,
	`kind` varchar(12) NOT NULL,
	`subject` varchar(500) NOT NULL,
	`text` text NOT NULL,
	`counts` json,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `waiting_alert_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `membership` ADD COLUMN IF NOT EXISTS `alerts` json;--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `failure_told` boolean DEFAULT false NOT NULL;--> statement-breakpoint
-- Nobody is told now of what failed before.
UPDATE `delivery` SET `failure_told` = true WHERE `state` IN ('failed', 'bounced');--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `limit_told` datetime(3);--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `alerts_until` datetime(3);--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `failures_told_at` datetime(3);--> statement-breakpoint
ALTER TABLE `waiting_alert` ADD CONSTRAINT `waiting_alert_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `waiting_alert_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `waiting_alert` ADD CONSTRAINT `waiting_alert_user_id_user_id_fk` FOREIGN KEY IF NOT EXISTS `waiting_alert_user_id_user_id_fk` (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `waiting_alert_of` ON `waiting_alert` (`store_id`,`user_id`);
