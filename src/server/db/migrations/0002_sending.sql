CREATE TABLE IF NOT EXISTS `bounce` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`delivery_id` varchar(26) NOT NULL,
	`at` datetime(3) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`status` varchar(12) NOT NULL,
	`words` varchar(300) NOT NULL,
	`diagnostic` varchar(500) NOT NULL,
	CONSTRAINT `bounce_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `destination` (
	`name` varchar(253) NOT NULL,
	`failures` int NOT NULL DEFAULT 0,
	`paused_until` datetime(3),
	`words` varchar(300) NOT NULL DEFAULT '',
	CONSTRAINT `destination_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `domain` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`name` varchar(253) NOT NULL,
	`selector` varchar(40) NOT NULL,
	`private_key` text NOT NULL,
	`public_key` text NOT NULL,
	`next_selector` varchar(40) NOT NULL DEFAULT '',
	`next_private_key` text NOT NULL,
	`next_public_key` text NOT NULL,
	`earlier_keys` json NOT NULL,
	`records` json NOT NULL,
	`signing` boolean NOT NULL DEFAULT false,
	`bouncing` boolean NOT NULL DEFAULT false,
	`good` boolean NOT NULL DEFAULT false,
	`good_since` datetime(3),
	`looks` int NOT NULL DEFAULT 0,
	`looked_at` datetime(3),
	`next_look_at` datetime(3) NOT NULL,
	`fell_back_at` datetime(3),
	CONSTRAINT `domain_id` PRIMARY KEY(`id`),
	CONSTRAINT `domain_name` UNIQUE(`store_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `sender` (
	`store_id` varchar(40) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`name` varchar(120) NOT NULL,
	`address` varchar(254) NOT NULL,
	`reply_to` varchar(254) NOT NULL DEFAULT '',
	CONSTRAINT `sender_store_id_kind_pk` PRIMARY KEY(`store_id`,`kind`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `service_use` (
	`service_id` varchar(26) NOT NULL,
	`span` varchar(6) NOT NULL,
	`start` datetime(3) NOT NULL,
	`taken` int NOT NULL DEFAULT 0,
	CONSTRAINT `service_use_service_id_span_start_pk` PRIMARY KEY(`service_id`,`span`,`start`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `stray_bounce` (
	`day` date NOT NULL,
	`kind` varchar(12) NOT NULL,
	`count` int NOT NULL DEFAULT 0,
	CONSTRAINT `stray_bounce_day_kind_pk` PRIMARY KEY(`day`,`kind`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `withholding` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`pattern` varchar(254) NOT NULL,
	`reason` varchar(300) NOT NULL,
	`kinds` json NOT NULL,
	`source` varchar(10) NOT NULL,
	`delivery_id` varchar(26),
	`put_by` varchar(120) NOT NULL DEFAULT '',
	`put_at` datetime(3) NOT NULL,
	CONSTRAINT `withholding_id` PRIMARY KEY(`id`),
	CONSTRAINT `withholding_pattern` UNIQUE(`store_id`,`pattern`)
);
--> statement-breakpoint
ALTER TABLE `service` DROP INDEX IF EXISTS `service_store`;
--> statement-breakpoint
ALTER TABLE `channel` ADD COLUMN IF NOT EXISTS `masked_domain` varchar(253) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `channel` ADD COLUMN IF NOT EXISTS `masked_kinds` json DEFAULT '[]' NOT NULL;
--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `sender` varchar(10) DEFAULT 'orders' NOT NULL;
--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `released` boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `name` varchar(80) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `kind` varchar(10) DEFAULT 'account' NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `rank_no` int DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `paused` boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `sign_in` varchar(10) DEFAULT 'auto' NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `ehlo_name` varchar(253) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `connections` int DEFAULT 4 NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `messages_per_connection` int DEFAULT 100 NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `per_minute` int;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `per_day` int;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `renews_at` varchar(5) DEFAULT '00:00' NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `timeout_s` int DEFAULT 60 NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `domains` json DEFAULT '[]' NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `spf` varchar(200) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `down_until` datetime(3);
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `down_words` varchar(300) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `service` ADD COLUMN IF NOT EXISTS `failures` int DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `pictures` varchar(8) DEFAULT 'linked' NOT NULL;
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `bounce_delivery` ON `bounce` (`delivery_id`,`id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `domain_next_look` ON `domain` (`next_look_at`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `service_store` ON `service` (`store_id`,`rank_no`);
