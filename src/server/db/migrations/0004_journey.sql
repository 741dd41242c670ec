CREATE TABLE `shop_mail` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`moment` varchar(40) NOT NULL,
	`audience` varchar(12) NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `shop_mail_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `template` DROP INDEX `template_notification`;--> statement-breakpoint
ALTER TABLE `delivery` DROP INDEX `delivery_once`;--> statement-breakpoint
ALTER TABLE `customer` ADD `contacts` json DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `history` ADD `about` varchar(40) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `notification` ADD `off_channels` json DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `notification` ADD `only_when` json;--> statement-breakpoint
ALTER TABLE `notification` ADD `schedule` json DEFAULT '{"row":[],"ends":[]}' NOT NULL;--> statement-breakpoint
ALTER TABLE `notification` ADD `labels` json DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `notification` ADD `note` varchar(1000) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `notification` ADD `owner` varchar(120) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `notification` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `order` ADD `answered` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `template` ADD `variant` varchar(60) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `template` ADD `variant_name` varchar(120) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `template` ADD `rank` int DEFAULT 1000 NOT NULL;--> statement-breakpoint
ALTER TABLE `template` ADD `only_when` json;--> statement-breakpoint
ALTER TABLE `template` ADD `stale` json DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `template` ADD `nothing` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` ADD `moment` varchar(40) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` ADD `turn` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` ADD `timed` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `template` ADD CONSTRAINT `template_variant` UNIQUE(`notification_id`,`variant`);--> statement-breakpoint
ALTER TABLE `delivery` ADD CONSTRAINT `delivery_once` UNIQUE(`event_id`,`notification_id`,`recipient`,`turn`);--> statement-breakpoint
CREATE INDEX `shop_mail_store` ON `shop_mail` (`store_id`);--> statement-breakpoint
CREATE INDEX `history_about` ON `history` (`store_id`,`about`,`id`);--> statement-breakpoint
CREATE INDEX `delivery_notification` ON `delivery` (`notification_id`,`id`);--> statement-breakpoint
CREATE INDEX `delivery_waiting` ON `delivery` (`order_id`,`timed`,`state`);