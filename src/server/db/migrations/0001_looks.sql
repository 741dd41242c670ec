CREATE TABLE IF NOT EXISTS `discount_code` (
	`store_id` varchar(40) NOT NULL,
	`code` varchar(64) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`value` int NOT NULL,
	`starts_at` datetime(3),
	`ends_at` datetime(3),
	`used` int NOT NULL DEFAULT 0,
	`uses_limit` int,
	CONSTRAINT `discount_code_store_id_code_pk` PRIMARY KEY(`store_id`,`code`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `look_draft` (
	`store_id` varchar(40) NOT NULL,
	`draft` json NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	`draft_by` varchar(120) NOT NULL DEFAULT '',
	`draft_at` datetime(3) NOT NULL,
	CONSTRAINT `look_draft_store_id` PRIMARY KEY(`store_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `look_edition` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`number` int NOT NULL,
	`look` json NOT NULL,
	`published_by` varchar(120) NOT NULL,
	`published_at` datetime(3) NOT NULL,
	CONSTRAINT `look_edition_id` PRIMARY KEY(`id`),
	CONSTRAINT `look_edition_number` UNIQUE(`store_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `passage` (
	`store_id` varchar(40) NOT NULL,
	`id` varchar(60) NOT NULL,
	`name` varchar(120) NOT NULL,
	`draft` json NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	`draft_by` varchar(120) NOT NULL DEFAULT '',
	`draft_at` datetime(3) NOT NULL,
	`live` json,
	`published_by` varchar(120) NOT NULL DEFAULT '',
	`published_at` datetime(3),
	CONSTRAINT `passage_store_id_id_pk` PRIMARY KEY(`store_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `picture` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`path` varchar(220) NOT NULL,
	`name` varchar(200) NOT NULL,
	`width` int NOT NULL,
	`height` int NOT NULL,
	`bytes` int NOT NULL,
	`brought_by` varchar(120) NOT NULL,
	`brought_at` datetime(3) NOT NULL,
	CONSTRAINT `picture_id` PRIMARY KEY(`id`),
	CONSTRAINT `picture_path` UNIQUE(`store_id`,`path`)
);
--> statement-breakpoint
INSERT IGNORE INTO `look_draft` (`store_id`, `draft`, `draft_at`) SELECT `id`, `look`, now(3) FROM `store`;
--> statement-breakpoint
INSERT IGNORE INTO `look_edition` (`id`, `store_id`, `number`, `look`, `published_by`, `published_at`)
SELECT left(replace(uuid(), '-', ''), 26), `id`, 1, `look`, '', now(3) FROM `store`;
