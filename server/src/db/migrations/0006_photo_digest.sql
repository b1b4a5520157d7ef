ALTER TABLE `photos` ADD COLUMN IF NOT EXISTS `sent_sha256` varchar(64), ADD COLUMN IF NOT EXISTS `kept_sha256` varchar(64);
