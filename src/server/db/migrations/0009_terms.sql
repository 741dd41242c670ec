-- What the product itself knew of shipping before becomes the terms of the stores that are there; a new store begins with none.
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `terms` json NOT NULL DEFAULT '{"payments":[],"shipping":[{"name":"Parcel, insured","words":{},"price":490,"freeFrom":8000,"taxRate":19}],"carriers":[],"names":[],"withoutParcel":["patterns","workshops"]}';
--> statement-breakpoint
ALTER TABLE `store` ALTER COLUMN `terms` DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE `store` ADD COLUMN IF NOT EXISTS `terms_revision` int DEFAULT 1 NOT NULL;
