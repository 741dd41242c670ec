CREATE TABLE IF NOT EXISTS `event_file` (
	`event_id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`digest` varchar(64) NOT NULL,
	CONSTRAINT `event_file_event_id_digest_pk` PRIMARY KEY(`event_id`,`digest`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `store_file` (
	`store_id` varchar(40) NOT NULL,
	`digest` varchar(64) NOT NULL,
	`name` varchar(120) NOT NULL,
	`type` varchar(120) NOT NULL,
	`bytes` int NOT NULL,
	`on_shelf` boolean NOT NULL,
	`brought_by` varchar(120) NOT NULL,
	`brought_at` datetime(3) NOT NULL,
	`used_at` datetime(3) NOT NULL,
	CONSTRAINT `store_file_store_id_digest_pk` PRIMARY KEY(`store_id`,`digest`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `sent_file` (
	`delivery_id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`at_byte` int NOT NULL,
	`place` int NOT NULL,
	`digest` varchar(64) NOT NULL,
	CONSTRAINT `sent_file_delivery_id_place_pk` PRIMARY KEY(`delivery_id`,`place`)
);
--> statement-breakpoint
ALTER TABLE `event_file` ADD CONSTRAINT `event_file_event_id_event_id_fk` FOREIGN KEY IF NOT EXISTS `event_file_event_id_event_id_fk` (`event_id`) REFERENCES `event`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `store_file` ADD CONSTRAINT `store_file_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `store_file_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sent_file` ADD CONSTRAINT `sent_file_delivery_id_sent_message_delivery_id_fk` FOREIGN KEY IF NOT EXISTS `sent_file_delivery_id_sent_message_delivery_id_fk` (`delivery_id`) REFERENCES `sent_message`(`delivery_id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `event_file_digest` ON `event_file` (`store_id`,`digest`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `store_file_used` ON `store_file` (`on_shelf`,`used_at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `sent_file_digest` ON `sent_file` (`store_id`,`digest`);