CREATE TABLE IF NOT EXISTS `customer_word` (
	`store_id` varchar(40) NOT NULL,
	`word` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
	`customer_id` varchar(26) NOT NULL,
	CONSTRAINT `customer_word_store_id_word_customer_id_pk` PRIMARY KEY(`store_id`,`word`,`customer_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `former_address` (
	`store_id` varchar(40) NOT NULL,
	`address` varchar(254) NOT NULL,
	`customer_id` varchar(26) NOT NULL,
	`by_whom` varchar(120) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `former_address_store_id_address_pk` PRIMARY KEY(`store_id`,`address`)
);
--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `indexed` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `orders` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `spent` bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `country` varchar(2) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `order_language` varchar(20) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `channel` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD COLUMN IF NOT EXISTS `last_order_at` datetime(3);--> statement-breakpoint
ALTER TABLE `customer_word` ADD CONSTRAINT `customer_word_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `customer_word_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `customer_word` ADD CONSTRAINT `customer_word_customer_id_customer_id_fk` FOREIGN KEY IF NOT EXISTS `customer_word_customer_id_customer_id_fk` (`customer_id`) REFERENCES `customer`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `former_address` ADD CONSTRAINT `former_address_store_id_store_id_fk` FOREIGN KEY IF NOT EXISTS `former_address_store_id_store_id_fk` (`store_id`) REFERENCES `store`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `former_address` ADD CONSTRAINT `former_address_customer_id_customer_id_fk` FOREIGN KEY IF NOT EXISTS `former_address_customer_id_customer_id_fk` (`customer_id`) REFERENCES `customer`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `customer_word_of` ON `customer_word` (`customer_id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `former_address_of` ON `former_address` (`customer_id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `customer_newest` ON `customer` (`store_id`,`last_order_at`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `customer_country` ON `customer` (`store_id`,`country`,`last_order_at`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `customer_channel` ON `customer` (`store_id`,`channel`,`last_order_at`,`id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `customer_to_index` ON `customer` (`indexed`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `order_customer` ON `order` (`store_id`,`customer_email`,`placed_at`);--> statement-breakpoint
INSERT INTO `customer` (`id`, `store_id`, `email`, `first_name`, `last_name`, `company`, `language`, `guest`, `address`, `contacts`, `orders`, `spent`, `country`, `order_language`, `channel`, `last_order_at`)
SELECT n.id, n.store_id, n.customer_email,
	ifnull(json_value(n.snapshot, '$.customer.firstName'), ''), ifnull(json_value(n.snapshot, '$.customer.lastName'), ''),
	ifnull(json_value(n.snapshot, '$.customer.company'), ''), '',
	ifnull(json_extract(n.snapshot, '$.customer.guest') = 'true', false),
	coalesce(json_extract(n.snapshot, '$.shippingAddress'), json_extract(n.snapshot, '$.billingAddress'), json_object('name', n.customer_name, 'lines', json_array(), 'city', '-', 'country', 'ZZ')),
	'[]', g.orders, g.spent,
	ifnull(coalesce(json_value(n.snapshot, '$.shippingAddress.country'), json_value(n.snapshot, '$.billingAddress.country')), ''),
	ifnull(json_value(n.snapshot, '$.language'), ''), n.channel, n.placed_at
FROM (
	SELECT o.store_id, o.customer_email, count(*) AS orders,
		sum(if(o.status = 'OrderCancelled' OR o.currency <> s.currency, 0, o.total)) AS spent,
		substring(max(concat(date_format(o.placed_at, '%Y%m%d%H%i%s%f'), o.id)), 21) AS newest
	FROM `order` o JOIN `store` s ON s.id = o.store_id
	GROUP BY o.store_id, o.customer_email
) g JOIN `order` n ON n.id = g.newest
ON DUPLICATE KEY UPDATE `orders` = values(`orders`), `spent` = values(`spent`), `country` = values(`country`),
	`order_language` = values(`order_language`), `channel` = values(`channel`), `last_order_at` = values(`last_order_at`);
