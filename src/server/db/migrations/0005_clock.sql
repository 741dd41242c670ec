CREATE TABLE `demo_clock` (
	`id` int NOT NULL,
	`ahead_ms` bigint NOT NULL,
	CONSTRAINT `demo_clock_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `delivery` ADD `planned_for` datetime(3);