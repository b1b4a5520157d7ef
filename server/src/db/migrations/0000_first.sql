CREATE TABLE IF NOT EXISTS `changes` (
	`seq` bigint AUTO_INCREMENT NOT NULL,
	`id` varchar(36) NOT NULL,
	`kit_id` varchar(36) NOT NULL,
	`person` varchar(36) NOT NULL,
	`device` varchar(36) NOT NULL,
	`recorded_at` varchar(24) NOT NULL,
	`received_at` datetime(3) NOT NULL,
	`reason` varchar(500) NOT NULL,
	`undoes` varchar(36),
	`edits` json NOT NULL,
	CONSTRAINT `changes_seq` PRIMARY KEY(`seq`),
	CONSTRAINT `changes_id` UNIQUE(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `entities` (
	`id` varchar(36) NOT NULL,
	`kind` varchar(12) NOT NULL,
	`kit_id` varchar(36) NOT NULL,
	`assembly_id` varchar(36),
	`version` int NOT NULL,
	`definition` json NOT NULL,
	`deleted` boolean NOT NULL DEFAULT false,
	CONSTRAINT `entities_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `marks` (
	`seq` bigint AUTO_INCREMENT NOT NULL,
	`id` varchar(36) NOT NULL,
	`kit_id` varchar(36) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`v` int NOT NULL,
	`row_id` varchar(36) NOT NULL,
	`hole_ids` json NOT NULL,
	`layer_ids` json NOT NULL,
	`side` varchar(4),
	`done_at` varchar(24) NOT NULL,
	`recorded_at` varchar(24) NOT NULL,
	`received_at` datetime(3) NOT NULL,
	`person` varchar(36) NOT NULL,
	`device` varchar(36) NOT NULL,
	`payload` json NOT NULL,
	CONSTRAINT `marks_seq` PRIMARY KEY(`seq`),
	CONSTRAINT `marks_id` UNIQUE(`id`)
);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `changes_kit` ON `changes` (`kit_id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `entities_kit` ON `entities` (`kit_id`,`kind`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `entities_assembly` ON `entities` (`assembly_id`,`kind`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `marks_row` ON `marks` (`row_id`);--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `marks_kit` ON `marks` (`kit_id`);