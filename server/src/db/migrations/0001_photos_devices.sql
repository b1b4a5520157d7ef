CREATE TABLE IF NOT EXISTS `devices` (
	`id` varchar(36) NOT NULL,
	`name` varchar(60) NOT NULL,
	`person` varchar(60) NOT NULL,
	`token_hash` varchar(64) NOT NULL,
	`paired_at` datetime(3) NOT NULL,
	`dropped_at` datetime(3),
	CONSTRAINT `devices_id` PRIMARY KEY(`id`),
	CONSTRAINT `devices_token` UNIQUE(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `photos` (
	`id` varchar(36) NOT NULL,
	`kit_id` varchar(36) NOT NULL,
	`width` int NOT NULL,
	`height` int NOT NULL,
	`bytes` int NOT NULL,
	`device` varchar(36) NOT NULL,
	`received_at` datetime(3) NOT NULL,
	CONSTRAINT `photos_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `photos_kit` ON `photos` (`kit_id`);