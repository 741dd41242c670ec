CREATE TABLE IF NOT EXISTS `reply` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`delivery_id` varchar(26) NOT NULL,
	`order_id` varchar(26),
	`at` datetime(3) NOT NULL,
	`from_name` varchar(250) NOT NULL,
	`from_address` varchar(254) NOT NULL,
	`subject` varchar(500) NOT NULL,
	`text` text NOT NULL,
	`attachments` json NOT NULL,
	`raw` mediumblob NOT NULL,
	`digest` varchar(64) NOT NULL,
	`state` varchar(12) NOT NULL,
	`words` varchar(2000) NOT NULL DEFAULT '',
	`passed_to` varchar(254) NOT NULL DEFAULT '',
	`attempts` int NOT NULL DEFAULT 0,
	`due_at` datetime(3) NOT NULL,
	CONSTRAINT `reply_id` PRIMARY KEY(`id`),
	CONSTRAINT `reply_once` UNIQUE(`delivery_id`,`digest`)
);
--> statement-breakpoint
ALTER TABLE `sender` ADD COLUMN IF NOT EXISTS `takes_replies` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `reply` ADD CONSTRAINT `reply_delivery_id_delivery_id_fk` FOREIGN KEY IF NOT EXISTS `reply_delivery_id_delivery_id_fk` (`delivery_id`) REFERENCES `delivery`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `reply_order` ON `reply` (`order_id`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `reply_due` ON `reply` (`state`,`due_at`);