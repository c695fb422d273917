-- A column that the database makes takes no NOT NULL here: each spec has its family, for none is kept without.
ALTER TABLE `drill_versions` ADD `family` varchar(20) GENERATED ALWAYS AS (json_value(spec, '$.family')) STORED;--> statement-breakpoint
ALTER TABLE `standings` ADD `decided` enum('raise','hold','ease','next-stage','vary','rest','done');--> statement-breakpoint
UPDATE `standings` JOIN `decisions` ON `decisions`.`assignment_id` = `standings`.`assignment_id` AND `decisions`.`revision` = `standings`.`revision` - 1 SET `standings`.`decided` = `decisions`.`decision`;
