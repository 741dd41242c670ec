CREATE TABLE IF NOT EXISTS `passkey` (
	`id` varchar(36) NOT NULL,
	`name` varchar(255),
	`user_id` varchar(36) NOT NULL,
	`credential_id` varchar(700) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`public_key` text NOT NULL,
	`counter` bigint NOT NULL,
	`device_type` varchar(32) NOT NULL,
	`backed_up` boolean NOT NULL,
	`transports` varchar(255),
	`aaguid` varchar(36),
	`created_at` datetime(3),
	`used_at` datetime(3),
	CONSTRAINT `passkey_id` PRIMARY KEY(`id`),
	CONSTRAINT `passkey_credential_id_unique` UNIQUE(`credential_id`)
);
--> statement-breakpoint
ALTER TABLE `account` MODIFY COLUMN `account_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL;--> statement-breakpoint
ALTER TABLE `session` ADD COLUMN IF NOT EXISTS `by_what` varchar(10) DEFAULT 'password' NOT NULL;--> statement-breakpoint
ALTER TABLE `passkey` ADD CONSTRAINT `passkey_user_id_user_id_fk` FOREIGN KEY IF NOT EXISTS `passkey_user_id_user_id_fk` (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `passkey_user` ON `passkey` (`user_id`);