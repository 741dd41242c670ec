CREATE TABLE IF NOT EXISTS `account` (
	`id` varchar(36) NOT NULL,
	`account_id` text NOT NULL,
	`provider_id` text NOT NULL,
	`user_id` varchar(36) NOT NULL,
	`access_token` text,
	`refresh_token` text,
	`id_token` text,
	`access_token_expires_at` datetime(3),
	`refresh_token_expires_at` datetime(3),
	`scope` text,
	`password` text,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `account_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `attempt` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`delivery_id` varchar(26) NOT NULL,
	`number` int NOT NULL,
	`started_at` datetime(3) NOT NULL,
	`ended_at` datetime(3) NOT NULL,
	`state` varchar(12) NOT NULL,
	`via` varchar(260) NOT NULL DEFAULT '',
	`words` varchar(500) NOT NULL,
	`remedy` varchar(500) NOT NULL DEFAULT '',
	`conversation` mediumtext NOT NULL,
	CONSTRAINT `attempt_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `channel` (
	`store_id` varchar(40) NOT NULL,
	`id` varchar(64) NOT NULL,
	`name` varchar(80) NOT NULL,
	`customer_mail` boolean NOT NULL DEFAULT true,
	CONSTRAINT `channel_store_id_id_pk` PRIMARY KEY(`store_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `customer` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`email` varchar(254) NOT NULL,
	`first_name` varchar(120) NOT NULL,
	`last_name` varchar(120) NOT NULL,
	`company` varchar(200) NOT NULL DEFAULT '',
	`language` varchar(20) NOT NULL,
	`guest` boolean NOT NULL DEFAULT false,
	`address` json NOT NULL,
	CONSTRAINT `customer_id` PRIMARY KEY(`id`),
	CONSTRAINT `customer_email` UNIQUE(`store_id`,`email`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `delivery` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`event_id` varchar(26) NOT NULL,
	`order_id` varchar(26),
	`order_number` varchar(64) NOT NULL DEFAULT '',
	`notification_id` varchar(26) NOT NULL,
	`notification_name` varchar(120) NOT NULL,
	`edition_id` varchar(26) NOT NULL,
	`recipient` varchar(254) NOT NULL,
	`recipient_name` varchar(250) NOT NULL,
	`role` varchar(12) NOT NULL,
	`language` varchar(20) NOT NULL,
	`reasons` json NOT NULL,
	`state` varchar(12) NOT NULL,
	`due_at` datetime(3) NOT NULL,
	`lease_until` datetime(3),
	`lease_by` varchar(60),
	`attempts` int NOT NULL DEFAULT 0,
	`subject` varchar(500) NOT NULL DEFAULT '',
	`message_id` varchar(200) NOT NULL DEFAULT '',
	`last_words` varchar(500) NOT NULL DEFAULT '',
	`created_at` datetime(3) NOT NULL,
	`accepted_at` datetime(3),
	CONSTRAINT `delivery_id` PRIMARY KEY(`id`),
	CONSTRAINT `delivery_once` UNIQUE(`event_id`,`notification_id`,`recipient`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `edition` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`template_id` varchar(26) NOT NULL,
	`number` int NOT NULL,
	`template` json NOT NULL,
	`published_by` varchar(120) NOT NULL,
	`published_at` datetime(3) NOT NULL,
	CONSTRAINT `edition_id` PRIMARY KEY(`id`),
	CONSTRAINT `edition_number` UNIQUE(`template_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `event` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`source` varchar(200) NOT NULL,
	`event_id` varchar(200) NOT NULL,
	`type` varchar(60) NOT NULL,
	`time` datetime(3) NOT NULL,
	`received_at` datetime(3) NOT NULL,
	`order_id` varchar(26),
	`data` json NOT NULL,
	CONSTRAINT `event_id` PRIMARY KEY(`id`),
	CONSTRAINT `event_once` UNIQUE(`store_id`,`source`,`event_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `heartbeat` (
	`id` varchar(60) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`beat_at` datetime(3) NOT NULL,
	CONSTRAINT `heartbeat_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `history` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`who` varchar(120) NOT NULL,
	`action` varchar(60) NOT NULL,
	`what` varchar(300) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `history_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `api_key` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`name` varchar(80) NOT NULL,
	`secret` varchar(500) NOT NULL,
	CONSTRAINT `api_key_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `membership` (
	`user_id` varchar(36) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`role` varchar(20) NOT NULL,
	CONSTRAINT `membership_user_id_store_id_pk` PRIMARY KEY(`user_id`,`store_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `not_written` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`event_id` varchar(26) NOT NULL,
	`order_id` varchar(26),
	`notification_id` varchar(26) NOT NULL,
	`notification_name` varchar(120) NOT NULL,
	`recipient` varchar(254) NOT NULL DEFAULT '',
	`recipient_name` varchar(250) NOT NULL DEFAULT '',
	`reasons` json NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `not_written_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `notification` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`slug` varchar(60) NOT NULL,
	`name` varchar(120) NOT NULL,
	`moment` varchar(40) NOT NULL,
	`audience` varchar(12) NOT NULL,
	`is_on` boolean NOT NULL DEFAULT true,
	CONSTRAINT `notification_id` PRIMARY KEY(`id`),
	CONSTRAINT `notification_slug` UNIQUE(`store_id`,`slug`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `order` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`number` varchar(64) NOT NULL,
	`placed_at` datetime(3) NOT NULL,
	`status` varchar(30) NOT NULL,
	`channel` varchar(64) NOT NULL,
	`customer_name` varchar(250) NOT NULL,
	`customer_email` varchar(254) NOT NULL,
	`language` varchar(20) NOT NULL,
	`currency` varchar(3) NOT NULL,
	`total` bigint NOT NULL,
	`snapshot` json NOT NULL,
	CONSTRAINT `order_id` PRIMARY KEY(`id`),
	CONSTRAINT `order_number` UNIQUE(`store_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `phrase` (
	`store_id` varchar(40) NOT NULL,
	`language` varchar(20) NOT NULL,
	`phrase` varchar(40) NOT NULL,
	`source` text NOT NULL,
	CONSTRAINT `phrase_store_id_language_phrase_pk` PRIMARY KEY(`store_id`,`language`,`phrase`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `product` (
	`store_id` varchar(40) NOT NULL,
	`sku` varchar(64) NOT NULL,
	`name` varchar(300) NOT NULL,
	`category` varchar(80) NOT NULL,
	`options` varchar(300) NOT NULL DEFAULT '',
	`price` int NOT NULL,
	`tax_rate` int NOT NULL,
	`picture` varchar(200) NOT NULL DEFAULT '',
	CONSTRAINT `product_store_id_sku_pk` PRIMARY KEY(`store_id`,`sku`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `rate_limit` (
	`id` varchar(36) NOT NULL,
	`key` varchar(255) NOT NULL,
	`count` int NOT NULL,
	`last_request` bigint NOT NULL,
	CONSTRAINT `rate_limit_id` PRIMARY KEY(`id`),
	CONSTRAINT `rate_limit_key_unique` UNIQUE(`key`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `routing_rule` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`notification_id` varchar(26) NOT NULL,
	`staff_id` varchar(26),
	`address` varchar(254) NOT NULL DEFAULT '',
	`scope` json NOT NULL,
	CONSTRAINT `routing_rule_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `sent_message` (
	`delivery_id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`raw` mediumblob NOT NULL,
	CONSTRAINT `sent_message_delivery_id` PRIMARY KEY(`delivery_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `service` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`host` varchar(253) NOT NULL,
	`port` int NOT NULL,
	`security` varchar(10) NOT NULL,
	`user` varchar(254) NOT NULL DEFAULT '',
	`password` text NOT NULL,
	`sender_name` varchar(120) NOT NULL,
	`sender_address` varchar(254) NOT NULL,
	`checked_at` datetime(3),
	`check_report` json,
	CONSTRAINT `service_id` PRIMARY KEY(`id`),
	CONSTRAINT `service_store` UNIQUE(`store_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `session` (
	`id` varchar(36) NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`token` varchar(255) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	`ip_address` text,
	`user_agent` text,
	`user_id` varchar(36) NOT NULL,
	CONSTRAINT `session_id` PRIMARY KEY(`id`),
	CONSTRAINT `session_token_unique` UNIQUE(`token`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `staff` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`email` varchar(254) NOT NULL,
	`job` varchar(120) NOT NULL,
	`language` varchar(20),
	CONSTRAINT `staff_id` PRIMARY KEY(`id`),
	CONSTRAINT `staff_email` UNIQUE(`store_id`,`email`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `store` (
	`id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`language` varchar(20) NOT NULL,
	`languages` json NOT NULL,
	`locales` json NOT NULL,
	`currency` varchar(3) NOT NULL,
	`time_zone` varchar(60) NOT NULL,
	`facts` json NOT NULL,
	`look` json NOT NULL,
	CONSTRAINT `store_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `template` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`notification_id` varchar(26) NOT NULL,
	`draft` json NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	`draft_by` varchar(120) NOT NULL DEFAULT '',
	`draft_at` datetime(3) NOT NULL,
	`live_edition_id` varchar(26),
	CONSTRAINT `template_id` PRIMARY KEY(`id`),
	CONSTRAINT `template_notification` UNIQUE(`notification_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `user` (
	`id` varchar(36) NOT NULL,
	`name` varchar(255) NOT NULL,
	`email` varchar(255) NOT NULL,
	`email_verified` boolean NOT NULL DEFAULT false,
	`image` text,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `user_id` PRIMARY KEY(`id`),
	CONSTRAINT `user_email_unique` UNIQUE(`email`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `verification` (
	`id` varchar(36) NOT NULL,
	`identifier` varchar(255) NOT NULL,
	`value` text NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `verification_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `account_user` ON `account` (`user_id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `attempt_delivery` ON `attempt` (`delivery_id`,`number`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `delivery_due` ON `delivery` (`state`,`due_at`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `delivery_newest` ON `delivery` (`store_id`,`id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `delivery_state` ON `delivery` (`store_id`,`state`,`id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `delivery_recipient` ON `delivery` (`store_id`,`recipient`,`id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `delivery_order` ON `delivery` (`store_id`,`order_number`,`id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `event_order` ON `event` (`order_id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `history_store` ON `history` (`store_id`,`id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `api_key_secret` ON `api_key` (`kind`,`secret`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `not_written_event` ON `not_written` (`event_id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `not_written_order` ON `not_written` (`order_id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `order_placed` ON `order` (`store_id`,`placed_at`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `routing_rule_notification` ON `routing_rule` (`store_id`,`notification_id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `session_user` ON `session` (`user_id`);
