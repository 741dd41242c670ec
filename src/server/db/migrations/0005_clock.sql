CREATE TABLE IF NOT EXISTS `demo_clock` (
	`id` int NOT NULL,
	`ahead_ms` bigint NOT NULL,
	CONSTRAINT `demo_clock_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `delivery` ADD COLUMN IF NOT EXISTS `planned_for` datetime(3);
