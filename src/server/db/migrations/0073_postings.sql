CREATE TABLE IF NOT EXISTS `rehearsal_posting` (
	`id` varchar(26) NOT NULL,
	`rehearsal_id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`recipient` varchar(254) NOT NULL,
	`message_id` varchar(320) NOT NULL,
	`state` varchar(10) NOT NULL DEFAULT 'waiting',
	`reads` boolean NOT NULL,
	`due_at` datetime(3) NOT NULL,
	`attempts` int NOT NULL DEFAULT 0,
	`sent_at` datetime(3),
	CONSTRAINT `rehearsal_posting_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `rehearsal_posting` ADD CONSTRAINT `rehearsal_posting_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `rehearsal_posting_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rehearsal_posting` ADD CONSTRAINT `rehearsal_posting_of` FOREIGN KEY IF NOT EXISTS `rehearsal_posting_of` (`id`) REFERENCES `rehearsal_message`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `rehearsal_posting_due` ON `rehearsal_posting` (`state`,`due_at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `rehearsal_posting_run` ON `rehearsal_posting` (`rehearsal_id`,`state`);