CREATE TABLE IF NOT EXISTS `certificate` (
	`place` varchar(262) NOT NULL,
	`until` datetime(3) NOT NULL,
	`seen_at` datetime(3) NOT NULL,
	CONSTRAINT `certificate_place` PRIMARY KEY(`place`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `reading` (
	`name` varchar(40) NOT NULL,
	`at` datetime(3) NOT NULL,
	`value` double NOT NULL,
	CONSTRAINT `reading_name_at_pk` PRIMARY KEY(`name`,`at`)
);
