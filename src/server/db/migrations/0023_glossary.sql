CREATE TABLE IF NOT EXISTS `glossary_entry` (
	`store_id` varchar(40) NOT NULL,
	`id` varchar(26) NOT NULL,
	`content` json NOT NULL,
	`revision` int NOT NULL,
	`changed_by` varchar(120) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `glossary_entry_store_id_id_pk` PRIMARY KEY(`store_id`,`id`)
);
--> statement-breakpoint
ALTER TABLE `glossary_entry` ADD CONSTRAINT `glossary_entry_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `glossary_entry_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;