ALTER TABLE `rehearsal_life` ADD COLUMN IF NOT EXISTS `lived_in` int;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `marks` json DEFAULT ('{}') NOT NULL;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `scope` json;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `since` int;