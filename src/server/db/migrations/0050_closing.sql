ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `closed_at` datetime(3);--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `closed_by` varchar(120) DEFAULT '' NOT NULL;