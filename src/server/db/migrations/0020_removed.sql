CREATE TABLE IF NOT EXISTS `removed_thing` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`kind` varchar(16) NOT NULL,
	`name` varchar(260) NOT NULL,
	`rows_then` json NOT NULL,
	`removed_by` varchar(120) NOT NULL,
	`removed_at` datetime(3) NOT NULL,
	CONSTRAINT `removed_thing_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `removed_thing` ADD CONSTRAINT `removed_thing_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `removed_thing_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `removed_thing_store` ON `removed_thing` (`store_id`,`removed_at`);