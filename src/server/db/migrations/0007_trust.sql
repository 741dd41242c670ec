CREATE TABLE IF NOT EXISTS `contradiction` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`order_number` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`source` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`event_id` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`differences` json NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `contradiction_id` PRIMARY KEY(`id`),
	CONSTRAINT `contradiction_once` UNIQUE(`store_id`,`source`,`event_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `counter` (
	`store_id` varchar(40) NOT NULL,
	`name` varchar(40) NOT NULL,
	`value` bigint NOT NULL,
	CONSTRAINT `counter_store_id_name_pk` PRIMARY KEY(`store_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `guess` (
	`key` varchar(64) NOT NULL,
	`failures` int NOT NULL DEFAULT 0,
	`wait_until` datetime(3) NOT NULL,
	`last_at` datetime(3) NOT NULL,
	CONSTRAINT `guess_key` PRIMARY KEY(`key`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `installation` (
	`name` varchar(40) NOT NULL,
	`value` text NOT NULL,
	CONSTRAINT `installation_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `service_destination` (
	`service_id` varchar(26) NOT NULL,
	`name` varchar(253) NOT NULL,
	`failures` int NOT NULL DEFAULT 0,
	`paused_until` datetime(3),
	`words` varchar(300) NOT NULL DEFAULT '',
	CONSTRAINT `service_destination_service_id_name_pk` PRIMARY KEY(`service_id`,`name`)
);
--> statement-breakpoint
UPDATE `delivery` d JOIN `order` o ON o.id = d.order_id SET d.order_number = o.number WHERE binary d.order_number <> binary o.number;
--> statement-breakpoint
UPDATE `order` o JOIN `channel` c ON c.store_id = o.store_id AND c.id = o.channel SET o.channel = c.id WHERE binary o.channel <> binary c.id;
--> statement-breakpoint
DELETE r FROM `routing_rule` r LEFT JOIN `notification` n ON n.id = r.notification_id WHERE n.id IS NULL;
--> statement-breakpoint
DELETE r FROM `routing_rule` r LEFT JOIN `staff` s ON s.id = r.staff_id WHERE r.staff_id IS NOT NULL AND s.id IS NULL;
--> statement-breakpoint
DELETE u FROM `service_use` u LEFT JOIN `service` s ON s.id = u.service_id WHERE s.id IS NULL;
--> statement-breakpoint
DELETE t FROM `template` t LEFT JOIN `notification` n ON n.id = t.notification_id WHERE n.id IS NULL;
--> statement-breakpoint
UPDATE `withholding` w LEFT JOIN `delivery` d ON d.id = w.delivery_id SET w.delivery_id = NULL WHERE w.delivery_id IS NOT NULL AND d.id IS NULL;
--> statement-breakpoint
DELETE c FROM `attempt` c LEFT JOIN `delivery` p ON p.id = c.delivery_id WHERE p.id IS NULL;
--> statement-breakpoint
DELETE c FROM `sent_message` c LEFT JOIN `delivery` p ON p.id = c.delivery_id WHERE p.id IS NULL;
--> statement-breakpoint
DELETE c FROM `bounce` c LEFT JOIN `delivery` p ON p.id = c.delivery_id WHERE p.id IS NULL;
--> statement-breakpoint
DELETE c FROM `not_written` c LEFT JOIN `event` p ON p.id = c.event_id WHERE p.id IS NULL;
--> statement-breakpoint
DELETE s FROM `session` s LEFT JOIN `user` u ON u.id = s.user_id WHERE u.id IS NULL;
--> statement-breakpoint
DELETE m FROM `membership` m LEFT JOIN `user` u ON u.id = m.user_id WHERE u.id IS NULL;
--> statement-breakpoint
UPDATE `delivery` d LEFT JOIN `order` o ON o.id = d.order_id SET d.order_id = NULL WHERE d.order_id IS NOT NULL AND o.id IS NULL;
--> statement-breakpoint
UPDATE `event` e LEFT JOIN `order` o ON o.id = e.order_id SET e.order_id = NULL WHERE e.order_id IS NOT NULL AND o.id IS NULL;
--> statement-breakpoint
INSERT IGNORE INTO `contradiction` (`id`, `store_id`, `order_number`, `source`, `event_id`, `differences`, `at`)
SELECT e.id, e.store_id, o.number, e.source, e.event_id, json_array(concat('The number of the order is ', json_value(e.data, '$.order.number'), ' in this event, and was taken for the same.')), e.received_at
FROM `event` e JOIN `order` o ON o.id = e.order_id
WHERE json_value(e.data, '$.order.number') IS NOT NULL AND binary json_value(e.data, '$.order.number') <> binary o.number;
--> statement-breakpoint
DROP TABLE IF EXISTS `destination`;
--> statement-breakpoint
ALTER TABLE `channel` MODIFY COLUMN `id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `event` MODIFY COLUMN `source` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `event` MODIFY COLUMN `event_id` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `order` MODIFY COLUMN `number` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `order` MODIFY COLUMN `channel` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `product` MODIFY COLUMN `sku` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `attempt` MODIFY COLUMN `ended_at` datetime(3);
--> statement-breakpoint
ALTER TABLE `delivery` MODIFY COLUMN `order_number` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL DEFAULT '';
--> statement-breakpoint
ALTER TABLE `api_key` MODIFY COLUMN `secret` varchar(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `heartbeat` ADD COLUMN IF NOT EXISTS `clock_ahead_ms` bigint DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE `heartbeat` ADD COLUMN IF NOT EXISTS `trouble` varchar(300) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `history` ADD COLUMN IF NOT EXISTS `user_id` varchar(36);
--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `settings_revision` int DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `retention` json DEFAULT '{"bodies":180,"dialogues":60,"events":365,"people":1095}' NOT NULL;
--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `cause` varchar(40) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `contradiction`
	DROP FOREIGN KEY IF EXISTS `contradiction_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `contradiction`
	ADD CONSTRAINT `contradiction_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `counter`
	DROP FOREIGN KEY IF EXISTS `counter_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `counter`
	ADD CONSTRAINT `counter_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `service_destination`
	DROP FOREIGN KEY IF EXISTS `service_destination_service_id_service_id_fk`;
--> statement-breakpoint
ALTER TABLE `service_destination`
	ADD CONSTRAINT `service_destination_service_id_service_id_fk` FOREIGN KEY (`service_id`) REFERENCES `service`(`id`) ON DELETE cascade;
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `contradiction_newest` ON `contradiction` (`store_id`,`id`);
--> statement-breakpoint
ALTER TABLE `account`
	DROP FOREIGN KEY IF EXISTS `account_user_id_user_id_fk`;
--> statement-breakpoint
ALTER TABLE `account`
	ADD CONSTRAINT `account_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `channel`
	DROP FOREIGN KEY IF EXISTS `channel_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `channel`
	ADD CONSTRAINT `channel_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `customer`
	DROP FOREIGN KEY IF EXISTS `customer_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `customer`
	ADD CONSTRAINT `customer_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `discount_code`
	DROP FOREIGN KEY IF EXISTS `discount_code_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `discount_code`
	ADD CONSTRAINT `discount_code_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `edition`
	DROP FOREIGN KEY IF EXISTS `edition_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `edition`
	ADD CONSTRAINT `edition_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `event`
	DROP FOREIGN KEY IF EXISTS `event_store_id_store_id_fk`,
	DROP FOREIGN KEY IF EXISTS `event_order_id_order_id_fk`;
--> statement-breakpoint
ALTER TABLE `event`
	ADD CONSTRAINT `event_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade,
	ADD CONSTRAINT `event_order_id_order_id_fk` FOREIGN KEY (`order_id`) REFERENCES `order`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `history`
	DROP FOREIGN KEY IF EXISTS `history_store_id_store_id_fk`,
	DROP FOREIGN KEY IF EXISTS `history_user_id_user_id_fk`;
--> statement-breakpoint
ALTER TABLE `history`
	ADD CONSTRAINT `history_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade,
	ADD CONSTRAINT `history_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE set null;
--> statement-breakpoint
ALTER TABLE `look_draft`
	DROP FOREIGN KEY IF EXISTS `look_draft_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `look_draft`
	ADD CONSTRAINT `look_draft_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `look_edition`
	DROP FOREIGN KEY IF EXISTS `look_edition_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `look_edition`
	ADD CONSTRAINT `look_edition_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `membership`
	DROP FOREIGN KEY IF EXISTS `membership_user_id_user_id_fk`,
	DROP FOREIGN KEY IF EXISTS `membership_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `membership`
	ADD CONSTRAINT `membership_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade,
	ADD CONSTRAINT `membership_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `notification`
	DROP FOREIGN KEY IF EXISTS `notification_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `notification`
	ADD CONSTRAINT `notification_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `order`
	DROP FOREIGN KEY IF EXISTS `order_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `order`
	ADD CONSTRAINT `order_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `passage`
	DROP FOREIGN KEY IF EXISTS `passage_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `passage`
	ADD CONSTRAINT `passage_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `phrase`
	DROP FOREIGN KEY IF EXISTS `phrase_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `phrase`
	ADD CONSTRAINT `phrase_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `picture`
	DROP FOREIGN KEY IF EXISTS `picture_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `picture`
	ADD CONSTRAINT `picture_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `product`
	DROP FOREIGN KEY IF EXISTS `product_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `product`
	ADD CONSTRAINT `product_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `routing_rule`
	DROP FOREIGN KEY IF EXISTS `routing_rule_store_id_store_id_fk`,
	DROP FOREIGN KEY IF EXISTS `routing_rule_notification_id_notification_id_fk`,
	DROP FOREIGN KEY IF EXISTS `routing_rule_staff_id_staff_id_fk`;
--> statement-breakpoint
ALTER TABLE `routing_rule`
	ADD CONSTRAINT `routing_rule_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade,
	ADD CONSTRAINT `routing_rule_notification_id_notification_id_fk` FOREIGN KEY (`notification_id`) REFERENCES `notification`(`id`) ON DELETE cascade,
	ADD CONSTRAINT `routing_rule_staff_id_staff_id_fk` FOREIGN KEY (`staff_id`) REFERENCES `staff`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `session`
	DROP FOREIGN KEY IF EXISTS `session_user_id_user_id_fk`;
--> statement-breakpoint
ALTER TABLE `session`
	ADD CONSTRAINT `session_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `shop_mail`
	DROP FOREIGN KEY IF EXISTS `shop_mail_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `shop_mail`
	ADD CONSTRAINT `shop_mail_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `staff`
	DROP FOREIGN KEY IF EXISTS `staff_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `staff`
	ADD CONSTRAINT `staff_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `template`
	DROP FOREIGN KEY IF EXISTS `template_store_id_store_id_fk`,
	DROP FOREIGN KEY IF EXISTS `template_notification_id_notification_id_fk`;
--> statement-breakpoint
ALTER TABLE `template`
	ADD CONSTRAINT `template_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade,
	ADD CONSTRAINT `template_notification_id_notification_id_fk` FOREIGN KEY (`notification_id`) REFERENCES `notification`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `attempt`
	DROP FOREIGN KEY IF EXISTS `attempt_delivery_id_delivery_id_fk`;
--> statement-breakpoint
ALTER TABLE `attempt`
	ADD CONSTRAINT `attempt_delivery_id_delivery_id_fk` FOREIGN KEY (`delivery_id`) REFERENCES `delivery`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `bounce`
	DROP FOREIGN KEY IF EXISTS `bounce_delivery_id_delivery_id_fk`;
--> statement-breakpoint
ALTER TABLE `bounce`
	ADD CONSTRAINT `bounce_delivery_id_delivery_id_fk` FOREIGN KEY (`delivery_id`) REFERENCES `delivery`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `delivery`
	DROP FOREIGN KEY IF EXISTS `delivery_event_id_event_id_fk`,
	DROP FOREIGN KEY IF EXISTS `delivery_order_id_order_id_fk`;
--> statement-breakpoint
ALTER TABLE `delivery`
	ADD CONSTRAINT `delivery_event_id_event_id_fk` FOREIGN KEY (`event_id`) REFERENCES `event`(`id`) ON DELETE cascade,
	ADD CONSTRAINT `delivery_order_id_order_id_fk` FOREIGN KEY (`order_id`) REFERENCES `order`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `domain`
	DROP FOREIGN KEY IF EXISTS `domain_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `domain`
	ADD CONSTRAINT `domain_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `api_key`
	DROP FOREIGN KEY IF EXISTS `api_key_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `api_key`
	ADD CONSTRAINT `api_key_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `not_written`
	DROP FOREIGN KEY IF EXISTS `not_written_event_id_event_id_fk`;
--> statement-breakpoint
ALTER TABLE `not_written`
	ADD CONSTRAINT `not_written_event_id_event_id_fk` FOREIGN KEY (`event_id`) REFERENCES `event`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `sender`
	DROP FOREIGN KEY IF EXISTS `sender_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `sender`
	ADD CONSTRAINT `sender_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `sent_message`
	DROP FOREIGN KEY IF EXISTS `sent_message_delivery_id_delivery_id_fk`;
--> statement-breakpoint
ALTER TABLE `sent_message`
	ADD CONSTRAINT `sent_message_delivery_id_delivery_id_fk` FOREIGN KEY (`delivery_id`) REFERENCES `delivery`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `service_use`
	DROP FOREIGN KEY IF EXISTS `service_use_service_id_service_id_fk`;
--> statement-breakpoint
ALTER TABLE `service_use`
	ADD CONSTRAINT `service_use_service_id_service_id_fk` FOREIGN KEY (`service_id`) REFERENCES `service`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `service`
	DROP FOREIGN KEY IF EXISTS `service_store_id_store_id_fk`;
--> statement-breakpoint
ALTER TABLE `service`
	ADD CONSTRAINT `service_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade;
--> statement-breakpoint
ALTER TABLE `withholding`
	DROP FOREIGN KEY IF EXISTS `withholding_store_id_store_id_fk`,
	DROP FOREIGN KEY IF EXISTS `withholding_delivery_id_delivery_id_fk`;
--> statement-breakpoint
ALTER TABLE `withholding`
	ADD CONSTRAINT `withholding_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade,
	ADD CONSTRAINT `withholding_delivery_id_delivery_id_fk` FOREIGN KEY (`delivery_id`) REFERENCES `delivery`(`id`) ON DELETE set null;
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `delivery_cause` ON `delivery` (`store_id`,`state`,`cause`,`id`);
