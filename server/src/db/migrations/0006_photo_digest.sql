ALTER TABLE `photos` ADD COLUMN IF NOT EXISTS `sent_sha256` varchar(64);
