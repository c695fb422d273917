-- In one go, for a reference needs the index that goes.
ALTER TABLE `lesson_events`
	ADD `voided` boolean DEFAULT false NOT NULL,
	ADD `bpm` double GENERATED ALWAYS AS (json_value(body, '$.bpm')) STORED,
	ADD `clean` boolean GENERATED ALWAYS AS (json_value(body, '$.clean')) STORED,
	DROP INDEX `events_of_drill`,
	ADD INDEX `events_of_drill` (`studio_id`,`assignment_id`,`kind`,`received_at`,`voided`,`lesson_id`,`number`,`revision`,`bpm`,`clean`,`device_at`,`device_offset_ms`);
--> statement-breakpoint
UPDATE `lesson_events` `own` JOIN `lesson_events` `other` ON `other`.`id` = `own`.`voids` SET `other`.`voided` = TRUE WHERE `own`.`voids` IS NOT NULL;
--> statement-breakpoint
ALTER TABLE `lesson_events` DROP INDEX `events_voided`;
