CREATE TABLE IF NOT EXISTS `two_factor` (
	`id` varchar(36) NOT NULL,
	`user_id` varchar(36) NOT NULL,
	`secret` varchar(700) NOT NULL,
	`backup_codes` text NOT NULL,
	`verified` boolean NOT NULL DEFAULT false,
	`failed_verification_count` int NOT NULL DEFAULT 0,
	`locked_until` datetime(3),
	CONSTRAINT `two_factor_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `used_code` (
	`user_id` varchar(36) NOT NULL,
	`code` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `used_code_user_id_code_pk` PRIMARY KEY(`user_id`,`code`)
);
--> statement-breakpoint
ALTER TABLE `user` ADD COLUMN IF NOT EXISTS `two_factor_enabled` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `requires_two_factors` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `two_factor` ADD CONSTRAINT `two_factor_user_id_user_id_fk` FOREIGN KEY IF NOT EXISTS `two_factor_user_id_user_id_fk` (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `used_code` ADD CONSTRAINT `used_code_user_id_user_id_fk` FOREIGN KEY IF NOT EXISTS `used_code_user_id_user_id_fk` (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `two_factor_user` ON `two_factor` (`user_id`);