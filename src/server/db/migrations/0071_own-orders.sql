CREATE TABLE IF NOT EXISTS `rehearsal_own_order` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`kept` json NOT NULL,
	`used` boolean NOT NULL DEFAULT true,
	`made_by` varchar(120) NOT NULL,
	`made_at` datetime(3) NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	CONSTRAINT `rehearsal_own_order_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `own_troubles` json DEFAULT ('[]') NOT NULL;--> statement-breakpoint
ALTER TABLE `rehearsal_own_order` ADD CONSTRAINT `rehearsal_own_order_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `rehearsal_own_order_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `rehearsal_own_order_store` ON `rehearsal_own_order` (`store_id`,`id`);
