ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `faults_of_all` json;--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `faults_state` varchar(10);--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `faults_lease` datetime(3);
