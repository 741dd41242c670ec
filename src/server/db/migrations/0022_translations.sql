CREATE TABLE IF NOT EXISTS `translation_note` (
	`store_id` varchar(40) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`document` varchar(60) NOT NULL,
	`language` varchar(20) NOT NULL,
	`segment` varchar(40) NOT NULL,
	`state` varchar(8) NOT NULL,
	`source` mediumtext NOT NULL,
	`words` mediumtext NOT NULL,
	`said_by` varchar(120) NOT NULL,
	`said_at` datetime(3) NOT NULL,
	CONSTRAINT `translation_note_store_id_kind_document_language_segment_pk` PRIMARY KEY(`store_id`,`kind`,`document`,`language`,`segment`)
);
--> statement-breakpoint
ALTER TABLE `edition` ADD COLUMN IF NOT EXISTS `languages` json;--> statement-breakpoint
ALTER TABLE `translation_note` ADD CONSTRAINT `translation_note_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `translation_note_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;
