ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `joined_into` varchar(26);--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `joined_by` varchar(120) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `joined_at` datetime(3);--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `joined_ones` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD CONSTRAINT `customer_joined_into_customer_id_fk` FOREIGN KEY IF NOT EXISTS `customer_joined_into_customer_id_fk` (`joined_into`) REFERENCES `customer`(`id`) ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `customer_joined` ON `customer` (`joined_into`);