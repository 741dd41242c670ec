CREATE TABLE IF NOT EXISTS `hook_call` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`hook_id` varchar(26) NOT NULL,
	`type` varchar(40) NOT NULL,
	`body` mediumtext NOT NULL,
	`at` datetime(3) NOT NULL,
	`state` varchar(10) NOT NULL DEFAULT 'waiting',
	`attempts` int NOT NULL DEFAULT 0,
	`due_at` datetime(3) NOT NULL,
	`status` int NOT NULL DEFAULT 0,
	`said` varchar(300) NOT NULL DEFAULT '',
	`tried_at` datetime(3),
	CONSTRAINT `hook_call_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `hook` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`url` varchar(500) NOT NULL,
	`secret` varchar(300) NOT NULL,
	`types` json NOT NULL,
	`is_on` boolean NOT NULL DEFAULT true,
	`made_by` varchar(120) NOT NULL,
	`made_at` datetime(3) NOT NULL,
	CONSTRAINT `hook_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `hook_call` ADD CONSTRAINT `hook_call_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `hook_call_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `hook_call` ADD CONSTRAINT `hook_call_hook_id_hook_id_fk` FOREIGN KEY IF NOT EXISTS `hook_call_hook_id_hook_id_fk` (`hook_id`) REFERENCES `hook`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `hook` ADD CONSTRAINT `hook_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `hook_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `hook_call_due` ON `hook_call` (`state`,`due_at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `hook_call_newest` ON `hook_call` (`hook_id`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `hook_store` ON `hook` (`store_id`);