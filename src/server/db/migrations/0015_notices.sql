CREATE TABLE IF NOT EXISTS `consent` (
	`store_id` varchar(40) NOT NULL,
	`address` varchar(254) NOT NULL,
	`agreed` boolean NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `consent_store_id_address_pk` PRIMARY KEY(`store_id`,`address`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `notice` (
	`id` varchar(36) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`notification_id` varchar(26) NOT NULL,
	`notification_name` varchar(120) NOT NULL,
	`selection` json NOT NULL,
	`state` varchar(10) NOT NULL,
	`by_whom` varchar(120) NOT NULL,
	`at` datetime(3) NOT NULL,
	`halted_by` varchar(120) NOT NULL DEFAULT '',
	`reached` varchar(254) NOT NULL DEFAULT '',
	`planned` boolean NOT NULL DEFAULT false,
	`chosen` int NOT NULL DEFAULT 0,
	`getting` int NOT NULL DEFAULT 0,
	`pace` int NOT NULL,
	CONSTRAINT `notice_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `selection` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`selection` json NOT NULL,
	`by_whom` varchar(120) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `selection_id` PRIMARY KEY(`id`),
	CONSTRAINT `selection_name` UNIQUE(`store_id`,`name`)
);
--> statement-breakpoint
DROP INDEX IF EXISTS `delivery_due` ON `delivery`;--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `notice_id` varchar(36);--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `bulk` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `consent` ADD CONSTRAINT `consent_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `consent_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `notice` ADD CONSTRAINT `notice_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `notice_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `selection` ADD CONSTRAINT `selection_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `selection_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `notice_store` ON `notice` (`store_id`,`at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `notice_state` ON `notice` (`state`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `delivery_notice` ON `delivery` (`notice_id`,`state`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `delivery_due` ON `delivery` (`state`,`bulk`,`due_at`);