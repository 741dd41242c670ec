CREATE TABLE IF NOT EXISTS `invitation` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`email` varchar(254) NOT NULL,
	`role` varchar(20) NOT NULL,
	`token_hash` varchar(64) NOT NULL,
	`by_whom` varchar(120) NOT NULL,
	`at` datetime(3) NOT NULL,
	`until` datetime(3) NOT NULL,
	`over_at` datetime(3),
	CONSTRAINT `invitation_id` PRIMARY KEY(`id`),
	CONSTRAINT `invitation_token_hash_unique` UNIQUE(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `password_link` (
	`token_hash` varchar(64) NOT NULL,
	`user_id` varchar(36) NOT NULL,
	`until` datetime(3) NOT NULL,
	CONSTRAINT `password_link_token_hash` PRIMARY KEY(`token_hash`)
);
--> statement-breakpoint
ALTER TABLE `membership` ADD COLUMN IF NOT EXISTS `off` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `membership` ADD COLUMN IF NOT EXISTS `seen_at` datetime(3);--> statement-breakpoint
ALTER TABLE `invitation` ADD CONSTRAINT `invitation_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `invitation_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `password_link` ADD CONSTRAINT `password_link_user_id_user_id_fk` FOREIGN KEY IF NOT EXISTS `password_link_user_id_user_id_fk` (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `invitation_open` ON `invitation` (`store_id`,`over_at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `password_link_user` ON `password_link` (`user_id`);