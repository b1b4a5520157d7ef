CREATE TABLE IF NOT EXISTS `gauge_readings` (
	`gauge` varchar(40) NOT NULL,
	`seq` bigint NOT NULL,
	`mm` double NOT NULL,
	`is_pressed` boolean NOT NULL,
	`received_at` datetime(3) NOT NULL,
	CONSTRAINT `gauge_readings_gauge_seq_pk` PRIMARY KEY(`gauge`,`seq`)
);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `gauge_readings_received` ON `gauge_readings` (`is_pressed`,`received_at`);