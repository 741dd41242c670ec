ALTER TABLE `routing_rule` ADD COLUMN IF NOT EXISTS `together` json;--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `gathers` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `gathered_in` varchar(26);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `delivery_gathered` ON `delivery` (`gathered_in`);