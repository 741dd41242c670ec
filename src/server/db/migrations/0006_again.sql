ALTER TABLE `delivery` DROP INDEX IF EXISTS `delivery_once`;
--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `again` int DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE `delivery` ADD UNIQUE INDEX IF NOT EXISTS `delivery_once` (`event_id`,`notification_id`,`recipient`,`turn`,`again`);
