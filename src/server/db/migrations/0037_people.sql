ALTER TABLE `product` ADD COLUMN IF NOT EXISTS `supplier` varchar(120) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `routing_rule` ADD COLUMN IF NOT EXISTS `role` varchar(60) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `people_domains` json NOT NULL DEFAULT '[]';