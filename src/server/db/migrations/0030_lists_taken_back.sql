CREATE TABLE IF NOT EXISTS `list_import_part` (
	`import_id` varchar(26) NOT NULL,
	`part` int NOT NULL,
	`changes` json NOT NULL,
	CONSTRAINT `list_import_part_import_id_part_pk` PRIMARY KEY(`import_id`,`part`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `list_import` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`by_whom` varchar(120) NOT NULL,
	`at` datetime(3) NOT NULL,
	`taken_back_at` datetime(3),
	CONSTRAINT `list_import_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `list_import_part` ADD CONSTRAINT `list_import_part_import_id_list_import_id_fk` FOREIGN KEY IF NOT EXISTS `list_import_part_import_id_list_import_id_fk` (`import_id`) REFERENCES `list_import`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `list_import` ADD CONSTRAINT `list_import_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `list_import_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;