ALTER TABLE `edition` ADD COLUMN IF NOT EXISTS `note` varchar(300) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `look_edition` ADD COLUMN IF NOT EXISTS `note` varchar(300) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `passage_edition` ADD COLUMN IF NOT EXISTS `note` varchar(300) DEFAULT '' NOT NULL;