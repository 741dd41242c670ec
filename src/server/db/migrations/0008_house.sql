UPDATE `delivery` d JOIN `event` e ON e.`id` = d.`event_id` SET d.`moment` = e.`type` WHERE d.`moment` = '';
--> statement-breakpoint
ALTER TABLE `delivery` MODIFY COLUMN `moment` varchar(40) NOT NULL;
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `passage_edition` (
	`store_id` varchar(40) NOT NULL,
	`passage_id` varchar(60) NOT NULL,
	`number` int NOT NULL,
	`content` json NOT NULL,
	`published_by` varchar(120) NOT NULL,
	`published_at` datetime(3) NOT NULL,
	CONSTRAINT `passage_edition_store_id_passage_id_number_pk` PRIMARY KEY(`store_id`,`passage_id`,`number`),
	CONSTRAINT `passage_edition_store_id_store_id_fk` FOREIGN KEY (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade,
	CONSTRAINT `passage_edition_passage_fk` FOREIGN KEY (`store_id`,`passage_id`) REFERENCES `passage`(`store_id`,`id`) ON DELETE cascade
);
--> statement-breakpoint
INSERT IGNORE INTO `passage_edition` (`store_id`,`passage_id`,`number`,`content`,`published_by`,`published_at`)
	SELECT `store_id`, `id`, 1, `live`, `published_by`, COALESCE(`published_at`, `draft_at`) FROM `passage` WHERE `live` IS NOT NULL;
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `order_newest` ON `order` (`store_id`,`id`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `event_type` ON `event` (`store_id`,`type`,`time`);
