CREATE TABLE IF NOT EXISTS `path_proof` (
	`id` varchar(26) NOT NULL,
	`store_id` varchar(40) NOT NULL,
	`service_id` varchar(26) NOT NULL,
	`service_name` varchar(253) NOT NULL,
	`domain` varchar(253) NOT NULL,
	`sender` varchar(254) NOT NULL,
	`recipient` varchar(254) NOT NULL,
	`message_id` varchar(320) NOT NULL,
	`state` varchar(10) NOT NULL DEFAULT 'waiting',
	`due_at` datetime(3) NOT NULL,
	`attempts` int NOT NULL DEFAULT 0,
	`sent_at` datetime(3),
	`arrived_at` datetime(3),
	`folder` varchar(250) NOT NULL DEFAULT '',
	`junk` boolean NOT NULL DEFAULT false,
	`authentication` json NOT NULL,
	`signed` boolean NOT NULL DEFAULT false,
	`words` varchar(2000) NOT NULL DEFAULT '',
	`remedy` varchar(2000) NOT NULL DEFAULT '',
	`told` varchar(20) NOT NULL DEFAULT '',
	CONSTRAINT `path_proof_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `proof_mailbox` (
	`store_id` varchar(40) NOT NULL,
	`every_span` varchar(4) NOT NULL DEFAULT 'off',
	`read_by` varchar(8) NOT NULL,
	`address` varchar(254) NOT NULL DEFAULT '',
	`host` varchar(253) NOT NULL DEFAULT '',
	`port` int NOT NULL DEFAULT 993,
	`security` varchar(10) NOT NULL DEFAULT 'tls',
	`user` varchar(254) NOT NULL DEFAULT '',
	`password` text NOT NULL,
	`next_at` datetime(3),
	`look_at` datetime(3),
	`read_at` datetime(3),
	`trouble_at` datetime(3),
	`trouble` varchar(2000) NOT NULL DEFAULT '',
	`remedy` varchar(2000) NOT NULL DEFAULT '',
	`trouble_told` boolean NOT NULL DEFAULT false,
	CONSTRAINT `proof_mailbox_store_id` PRIMARY KEY(`store_id`)
);
--> statement-breakpoint
ALTER TABLE `rehearsal` ADD COLUMN IF NOT EXISTS `pictures_only` json;--> statement-breakpoint
ALTER TABLE `path_proof` ADD CONSTRAINT `path_proof_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `path_proof_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `proof_mailbox` ADD CONSTRAINT `proof_mailbox_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `proof_mailbox_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `path_proof_path` ON `path_proof` (`store_id`,`service_id`,`domain`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `path_proof_due` ON `path_proof` (`state`,`due_at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `path_proof_store` ON `path_proof` (`store_id`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `path_proof_told` ON `path_proof` (`told`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `proof_mailbox_next` ON `proof_mailbox` (`next_at`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `proof_mailbox_look` ON `proof_mailbox` (`look_at`);