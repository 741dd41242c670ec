ALTER TABLE `history` MODIFY COLUMN `what` varchar(2000) NOT NULL;--> statement-breakpoint
ALTER TABLE `attempt` MODIFY COLUMN `via` varchar(2000) NOT NULL DEFAULT '';--> statement-breakpoint
ALTER TABLE `attempt` MODIFY COLUMN `words` varchar(2000) NOT NULL;--> statement-breakpoint
ALTER TABLE `attempt` MODIFY COLUMN `remedy` varchar(2000) NOT NULL DEFAULT '';--> statement-breakpoint
ALTER TABLE `bounce` MODIFY COLUMN `words` varchar(2000) NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` MODIFY COLUMN `last_words` varchar(2000) NOT NULL DEFAULT '';--> statement-breakpoint
ALTER TABLE `service_destination` MODIFY COLUMN `words` varchar(2000) NOT NULL DEFAULT '';--> statement-breakpoint
ALTER TABLE `service` MODIFY COLUMN `down_words` varchar(2000) NOT NULL DEFAULT '';--> statement-breakpoint
ALTER TABLE `withholding` MODIFY COLUMN `reason` varchar(1000) NOT NULL;