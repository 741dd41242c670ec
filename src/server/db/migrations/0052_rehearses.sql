ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `why` varchar(10) DEFAULT 'asked' NOT NULL;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `standing` varchar(64) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `rehearses_changes` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `rehearses_nights` boolean DEFAULT false NOT NULL;