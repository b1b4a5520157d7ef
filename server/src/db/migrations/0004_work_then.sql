ALTER TABLE `marks` ADD COLUMN IF NOT EXISTS `work_then` json;
--> statement-breakpoint
ALTER TABLE `marks` ADD COLUMN IF NOT EXISTS `is_then_told` boolean NOT NULL DEFAULT false;
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS `marks_then` ON `marks` (`is_then_told`,`kit_id`);
