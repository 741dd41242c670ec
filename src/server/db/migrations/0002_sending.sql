CREATE TABLE `bounce` (
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
CREATE TABLE `destination` (
	`name` varchar(253) NOT NULL,
	`failures` int NOT NULL DEFAULT 0,
	`paused_until` datetime(3),
	`words` varchar(300) NOT NULL DEFAULT '',
	CONSTRAINT `destination_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
CREATE TABLE `domain` (
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
CREATE TABLE `sender` (
	`store_id` varchar(40) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`name` varchar(120) NOT NULL,
	`address` varchar(254) NOT NULL,
	`reply_to` varchar(254) NOT NULL DEFAULT '',
	CONSTRAINT `sender_store_id_kind_pk` PRIMARY KEY(`store_id`,`kind`)
);
--> statement-breakpoint
CREATE TABLE `service_use` (
	`service_id` varchar(26) NOT NULL,
	`span` varchar(6) NOT NULL,
	`start` datetime(3) NOT NULL,
	`taken` int NOT NULL DEFAULT 0,
	CONSTRAINT `service_use_service_id_span_start_pk` PRIMARY KEY(`service_id`,`span`,`start`)
);
--> statement-breakpoint
CREATE TABLE `stray_bounce` (
	`day` date NOT NULL,
	`kind` varchar(12) NOT NULL,
	`count` int NOT NULL DEFAULT 0,
	CONSTRAINT `stray_bounce_day_kind_pk` PRIMARY KEY(`day`,`kind`)
);
--> statement-breakpoint
CREATE TABLE `withholding` (
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
ALTER TABLE `service` DROP INDEX `service_store`;--> statement-breakpoint
ALTER TABLE `channel` ADD `masked_domain` varchar(253) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `channel` ADD `masked_kinds` json DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` ADD `sender` varchar(10) DEFAULT 'orders' NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` ADD `released` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `name` varchar(80) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `kind` varchar(10) DEFAULT 'account' NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `rank_no` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `paused` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `sign_in` varchar(10) DEFAULT 'auto' NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `ehlo_name` varchar(253) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `connections` int DEFAULT 4 NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `messages_per_connection` int DEFAULT 100 NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `per_minute` int;--> statement-breakpoint
ALTER TABLE `service` ADD `per_day` int;--> statement-breakpoint
ALTER TABLE `service` ADD `renews_at` varchar(5) DEFAULT '00:00' NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `timeout_s` int DEFAULT 60 NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `domains` json DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `spf` varchar(200) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `down_until` datetime(3);--> statement-breakpoint
ALTER TABLE `service` ADD `down_words` varchar(300) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `service` ADD `failures` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `store` ADD `pictures` varchar(8) DEFAULT 'linked' NOT NULL;--> statement-breakpoint
CREATE INDEX `bounce_delivery` ON `bounce` (`delivery_id`,`id`);--> statement-breakpoint
CREATE INDEX `domain_next_look` ON `domain` (`next_look_at`);--> statement-breakpoint
CREATE INDEX `service_store` ON `service` (`store_id`,`rank_no`);