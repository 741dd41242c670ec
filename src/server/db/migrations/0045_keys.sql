ALTER TABLE `api_key` ADD COLUMN IF NOT EXISTS `ends` varchar(8) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `api_key` ADD COLUMN IF NOT EXISTS `scopes` json;--> statement-breakpoint
ALTER TABLE `api_key` ADD COLUMN IF NOT EXISTS `made_by` varchar(120) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `api_key` ADD COLUMN IF NOT EXISTS `made_at` datetime(3);--> statement-breakpoint
ALTER TABLE `api_key` ADD COLUMN IF NOT EXISTS `used_at` datetime(3);--> statement-breakpoint
ALTER TABLE `api_key` ADD COLUMN IF NOT EXISTS `until` datetime(3);--> statement-breakpoint
ALTER TABLE `api_key` ADD COLUMN IF NOT EXISTS `over_at` datetime(3);