-- only while there is: service.sender_name
INSERT IGNORE INTO `sender` (`store_id`, `kind`, `name`, `address`, `reply_to`) SELECT `store_id`, 'orders', `sender_name`, `sender_address`, '' FROM `service`;
--> statement-breakpoint
UPDATE `service` SET `name` = left(`host`, 80), `check_report` = NULL, `checked_at` = NULL;
--> statement-breakpoint
UPDATE `delivery` SET `sender` = 'staff' WHERE `role` = 'staff';
--> statement-breakpoint
UPDATE `delivery` SET `due_at` = '9999-12-31 00:00:00.000' WHERE `state` = 'held';
--> statement-breakpoint
ALTER TABLE `service` DROP COLUMN IF EXISTS `sender_name`;
--> statement-breakpoint
ALTER TABLE `service` DROP COLUMN IF EXISTS `sender_address`;
