ALTER TABLE `delivery` DROP INDEX `delivery_once`;--> statement-breakpoint
ALTER TABLE `delivery` ADD `again` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` ADD CONSTRAINT `delivery_once` UNIQUE(`event_id`,`notification_id`,`recipient`,`turn`,`again`);