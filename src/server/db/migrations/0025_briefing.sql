CREATE TABLE IF NOT EXISTS `segment_note` (
	`store_id` varchar(40) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`document` varchar(60) NOT NULL,
	`segment` varchar(40) NOT NULL,
	`words` varchar(1000) NOT NULL,
	`most` int,
	`said_by` varchar(120) NOT NULL,
	`said_at` datetime(3) NOT NULL,
	CONSTRAINT `segment_note_store_id_kind_document_segment_pk` PRIMARY KEY(`store_id`,`kind`,`document`,`segment`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `segment_question` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`document` varchar(60) NOT NULL,
	`segment` varchar(40) NOT NULL,
	`language` varchar(20) NOT NULL,
	`question` varchar(1000) NOT NULL,
	`asked_by` varchar(120) NOT NULL,
	`asked_by_id` varchar(60) NOT NULL,
	`asked_at` datetime(3) NOT NULL,
	`answer` varchar(1000),
	`answered_by` varchar(120),
	`answered_at` datetime(3),
	CONSTRAINT `segment_question_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `segment_note` ADD CONSTRAINT `segment_note_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `segment_note_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `segment_question` ADD CONSTRAINT `segment_question_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `segment_question_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `segment_question_of` ON `segment_question` (`store_id`,`kind`,`document`);