CREATE TABLE IF NOT EXISTS `history_word` (
	`store_id` varchar(40) NOT NULL,
	`word` varchar(40) NOT NULL,
	`history_id` varchar(26) NOT NULL,
	CONSTRAINT `history_word_store_id_word_history_id_pk` PRIMARY KEY(`store_id`,`word`,`history_id`)
);
--> statement-breakpoint
ALTER TABLE `history` ADD COLUMN IF NOT EXISTS `area` varchar(12) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `history` ADD COLUMN IF NOT EXISTS `indexed` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `history_word` ADD CONSTRAINT `history_word_history_id_history_id_fk` FOREIGN KEY IF NOT EXISTS `history_word_history_id_history_id_fk` (`history_id`) REFERENCES `history`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `history_word_entry` ON `history_word` (`history_id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `history_who` ON `history` (`store_id`,`user_id`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `history_area` ON `history` (`store_id`,`area`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `history_indexed` ON `history` (`indexed`);