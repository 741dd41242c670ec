CREATE TABLE IF NOT EXISTS `rehearsal_picture` (
	`store_id` varchar(40) NOT NULL,
	`seen` varchar(43) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`form` varchar(10) NOT NULL,
	`width` int NOT NULL,
	`height` int NOT NULL,
	`bytes` mediumblob NOT NULL,
	CONSTRAINT `rehearsal_picture_store_id_seen_form_pk` PRIMARY KEY(`store_id`,`seen`,`form`)
);
--> statement-breakpoint
ALTER TABLE `rehearsal_message` ADD COLUMN IF NOT EXISTS `seen` varchar(43) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `pictures` varchar(10);--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `pictures_only` json;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `pictures_taken` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `pictures_of` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `pictures_took_ms` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `pictures_trouble` varchar(2000) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `pictures_lease` datetime(3);--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `rehearses_pictures` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `rehearsal_picture` ADD CONSTRAINT `rehearsal_picture_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `rehearsal_picture_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `rehearsal_message_seen` ON `rehearsal_message` (`seen`);