CREATE TABLE IF NOT EXISTS `memory_file` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`source` varchar(20) NOT NULL,
	`language` varchar(20) NOT NULL,
	`name` varchar(300) NOT NULL,
	`pairs` int NOT NULL,
	`brought_by` varchar(120) NOT NULL,
	`brought_at` datetime(3) NOT NULL,
	`removed_at` datetime(3),
	CONSTRAINT `memory_file_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `memory_pair` (
	`file_id` varchar(26) NOT NULL,
	`place` int NOT NULL,
	`source` text NOT NULL,
	`words` text NOT NULL,
	CONSTRAINT `memory_pair_file_id_place_pk` PRIMARY KEY(`file_id`,`place`)
);
--> statement-breakpoint
ALTER TABLE `memory_file` ADD CONSTRAINT `memory_file_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `memory_file_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `memory_pair` ADD CONSTRAINT `memory_pair_of` FOREIGN KEY IF NOT EXISTS `memory_pair_of` (`file_id`) REFERENCES `memory_file`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `memory_file_of` ON `memory_file` (`store_id`,`language`);