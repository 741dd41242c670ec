CREATE TABLE IF NOT EXISTS `shop_mail` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`moment` varchar(40) NOT NULL,
	`audience` varchar(12) NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `shop_mail_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `template` DROP INDEX IF EXISTS `template_notification`;
--> statement-breakpoint
ALTER TABLE `delivery` DROP INDEX IF EXISTS `delivery_once`;
--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `contacts` json DEFAULT '[]' NOT NULL;
--> statement-breakpoint
ALTER TABLE `history` ADD COLUMN IF NOT EXISTS `about` varchar(40) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `notification` ADD COLUMN IF NOT EXISTS `off_channels` json DEFAULT '[]' NOT NULL;
--> statement-breakpoint
ALTER TABLE `notification` ADD COLUMN IF NOT EXISTS `only_when` json;
--> statement-breakpoint
ALTER TABLE `notification` ADD COLUMN IF NOT EXISTS `schedule` json DEFAULT '{"row":[],"ends":[]}' NOT NULL;
--> statement-breakpoint
ALTER TABLE `notification` ADD COLUMN IF NOT EXISTS `labels` json DEFAULT '[]' NOT NULL;
--> statement-breakpoint
ALTER TABLE `notification` ADD COLUMN IF NOT EXISTS `note` varchar(1000) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `notification` ADD COLUMN IF NOT EXISTS `owner` varchar(120) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `notification` ADD COLUMN IF NOT EXISTS `revision` int DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE `order` ADD COLUMN IF NOT EXISTS `answered` boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE `template` ADD COLUMN IF NOT EXISTS `variant` varchar(60) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `template` ADD COLUMN IF NOT EXISTS `variant_name` varchar(120) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `template` ADD COLUMN IF NOT EXISTS `rank` int DEFAULT 1000 NOT NULL;
--> statement-breakpoint
ALTER TABLE `template` ADD COLUMN IF NOT EXISTS `only_when` json;
--> statement-breakpoint
ALTER TABLE `template` ADD COLUMN IF NOT EXISTS `stale` json DEFAULT '{}' NOT NULL;
--> statement-breakpoint
ALTER TABLE `template` ADD COLUMN IF NOT EXISTS `nothing` boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `moment` varchar(40) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `turn` int DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `timed` boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE `template` ADD UNIQUE INDEX IF NOT EXISTS `template_variant` (`notification_id`,`variant`);
--> statement-breakpoint
ALTER TABLE `delivery` ADD UNIQUE INDEX IF NOT EXISTS `delivery_once` (`event_id`,`notification_id`,`recipient`,`turn`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `shop_mail_store` ON `shop_mail` (`store_id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `history_about` ON `history` (`store_id`,`about`,`id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `delivery_notification` ON `delivery` (`notification_id`,`id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `delivery_waiting` ON `delivery` (`order_id`,`timed`,`state`);
