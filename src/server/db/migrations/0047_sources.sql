CREATE TABLE IF NOT EXISTS `source_edition` (
	`source_id` varchar(26) NOT NULL,
	`number` int NOT NULL,
	`mapping` json NOT NULL,
	`published_by` varchar(120) NOT NULL,
	`published_at` datetime(3) NOT NULL,
	CONSTRAINT `source_edition_source_id_number_pk` PRIMARY KEY(`source_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `source_request` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`source_id` varchar(26) NOT NULL DEFAULT '',
	`at` datetime(3) NOT NULL,
	`state` varchar(10) NOT NULL,
	`status` int NOT NULL,
	`type` varchar(60) NOT NULL DEFAULT '',
	`word` varchar(120) NOT NULL DEFAULT '',
	`body` mediumtext NOT NULL,
	`bytes` int NOT NULL,
	`why` varchar(1000) NOT NULL DEFAULT '',
	`problems` json NOT NULL,
	`edition` int NOT NULL DEFAULT 0,
	`order_number` varchar(64) NOT NULL DEFAULT '',
	`deliveries` int NOT NULL DEFAULT 0,
	`again_at` datetime(3),
	CONSTRAINT `source_request_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `source` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`token` varchar(48) NOT NULL,
	`proof` json NOT NULL,
	`is_on` boolean NOT NULL DEFAULT false,
	`draft` json NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	`live` int NOT NULL DEFAULT 0,
	`made_by` varchar(120) NOT NULL,
	`made_at` datetime(3) NOT NULL,
	CONSTRAINT `source_id` PRIMARY KEY(`id`),
	CONSTRAINT `source_token` UNIQUE(`token`)
);
--> statement-breakpoint
ALTER TABLE `source_edition` ADD CONSTRAINT `source_edition_source_id_source_id_fk` FOREIGN KEY IF NOT EXISTS `source_edition_source_id_source_id_fk` (`source_id`) REFERENCES `source`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `source_request` ADD CONSTRAINT `source_request_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `source_request_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `source` ADD CONSTRAINT `source_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `source_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `source_request_newest` ON `source_request` (`store_id`,`source_id`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `source_request_state` ON `source_request` (`source_id`,`state`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `source_store` ON `source` (`store_id`);