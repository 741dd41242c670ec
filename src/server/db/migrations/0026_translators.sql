ALTER TABLE `membership` ADD COLUMN IF NOT EXISTS `languages` json;--> statement-breakpoint
ALTER TABLE `membership` ADD COLUMN IF NOT EXISTS `publishes` boolean DEFAULT false NOT NULL;