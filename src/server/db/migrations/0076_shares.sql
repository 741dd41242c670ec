CREATE INDEX IF NOT EXISTS `delivery_share` ON `delivery` (`state`,`bulk`,`store_id`,`due_at`);--> statement-breakpoint
DROP INDEX IF EXISTS `delivery_due` ON `delivery`;--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `sending_share` int DEFAULT 1 NOT NULL;
