CREATE TABLE IF NOT EXISTS `kit_places` (
	`kit_id` varchar(36) NOT NULL,
	`n` bigint NOT NULL,
	CONSTRAINT `kit_places_kit_id` PRIMARY KEY(`kit_id`)
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS `record_epoch` (
	`id` int NOT NULL,
	`epoch` varchar(36) NOT NULL,
	CONSTRAINT `record_epoch_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
INSERT IGNORE INTO `record_epoch` (`id`, `epoch`) VALUES (1, UUID());
--> statement-breakpoint
ALTER TABLE `changes` ADD COLUMN IF NOT EXISTS `place` bigint NOT NULL DEFAULT 0;
--> statement-breakpoint
ALTER TABLE `marks` ADD COLUMN IF NOT EXISTS `place` bigint NOT NULL DEFAULT 0;
--> statement-breakpoint
UPDATE `changes` c JOIN (SELECT `seq`, ROW_NUMBER() OVER (PARTITION BY `kit_id` ORDER BY `seq`) AS `nth` FROM `changes`) r ON r.`seq` = c.`seq` SET c.`place` = r.`nth` WHERE c.`place` = 0;
--> statement-breakpoint
UPDATE `marks` m JOIN (SELECT `seq`, ROW_NUMBER() OVER (PARTITION BY `kit_id` ORDER BY `seq`) AS `nth` FROM `marks`) r ON r.`seq` = m.`seq` LEFT JOIN (SELECT `kit_id`, MAX(`place`) AS `top` FROM `changes` GROUP BY `kit_id`) c ON c.`kit_id` = m.`kit_id` SET m.`place` = COALESCE(c.`top`, 0) + r.`nth` WHERE m.`place` = 0;
--> statement-breakpoint
INSERT INTO `kit_places` (`kit_id`, `n`) SELECT `kit_id`, MAX(`place`) FROM (SELECT `kit_id`, `place` FROM `changes` UNION ALL SELECT `kit_id`, `place` FROM `marks`) x GROUP BY `kit_id` ON DUPLICATE KEY UPDATE `n` = GREATEST(`n`, VALUES(`n`));
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `changes_place` ON `changes` (`kit_id`,`place`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `marks_place` ON `marks` (`kit_id`,`place`);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `marks_row_place` ON `marks` (`row_id`,`place`);
