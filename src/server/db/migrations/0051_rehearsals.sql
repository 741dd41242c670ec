CREATE TABLE IF NOT EXISTS `rehearsal_life` (
	`rehearsal_id` varchar(26) NOT NULL,
	`place` int NOT NULL,
	`life` json NOT NULL,
	`number` varchar(40) NOT NULL,
	`done` boolean NOT NULL DEFAULT false,
	`trouble` varchar(2000) NOT NULL DEFAULT '',
	`silent` int NOT NULL DEFAULT 0,
	CONSTRAINT `rehearsal_life_rehearsal_id_place_pk` PRIMARY KEY(`rehearsal_id`,`place`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `rehearsal_message` (
	`id` varchar(26) NOT NULL,
	`rehearsal_id` varchar(26) NOT NULL,
	`place` int NOT NULL,
	`event` int NOT NULL,
	`notification_id` varchar(26) NOT NULL,
	`variant_id` varchar(26) NOT NULL,
	`moment` varchar(60) NOT NULL,
	`role` varchar(10) NOT NULL,
	`recipient` varchar(254) NOT NULL,
	`recipient_name` varchar(250) NOT NULL,
	`wanted` varchar(20) NOT NULL,
	`language` varchar(20) NOT NULL,
	`turn` int NOT NULL,
	`at` datetime(3) NOT NULL,
	`subject` varchar(500) NOT NULL DEFAULT '',
	`outcome` varchar(10) NOT NULL,
	`checks` json NOT NULL,
	`raw` mediumblob,
	CONSTRAINT `rehearsal_message_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `rehearsal` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`number` int NOT NULL,
	`state` varchar(10) NOT NULL DEFAULT 'waiting',
	`asked_by` varchar(120) NOT NULL,
	`asked_at` datetime(3) NOT NULL,
	`begins_at` datetime(3) NOT NULL,
	`ended_at` datetime(3),
	`took_ms` int NOT NULL DEFAULT 0,
	`lives` int NOT NULL DEFAULT 0,
	`lives_done` int NOT NULL DEFAULT 0,
	`tried` int NOT NULL DEFAULT 0,
	`unshown` json NOT NULL,
	`unseen` json NOT NULL,
	`counts` json NOT NULL,
	`trouble` varchar(2000) NOT NULL DEFAULT '',
	`lease_by` varchar(80) NOT NULL DEFAULT '',
	`lease_until` datetime(3),
	CONSTRAINT `rehearsal_id` PRIMARY KEY(`id`),
	CONSTRAINT `rehearsal_number` UNIQUE(`store_id`,`number`)
);
--> statement-breakpoint
ALTER TABLE `rehearsal_life` ADD CONSTRAINT `rehearsal_life_of` FOREIGN KEY IF NOT EXISTS `rehearsal_life_of` (`rehearsal_id`) REFERENCES `rehearsal`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rehearsal_message` ADD CONSTRAINT `rehearsal_message_of` FOREIGN KEY IF NOT EXISTS `rehearsal_message_of` (`rehearsal_id`) REFERENCES `rehearsal`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD CONSTRAINT `rehearsal_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `rehearsal_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `rehearsal_message_run` ON `rehearsal_message` (`rehearsal_id`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `rehearsal_state` ON `rehearsal` (`state`);