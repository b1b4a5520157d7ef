CREATE TABLE IF NOT EXISTS `upgrades` (
	`name` varchar(40) NOT NULL,
	CONSTRAINT `upgrades_name` PRIMARY KEY(`name`)
);
