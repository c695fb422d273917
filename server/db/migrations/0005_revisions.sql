CREATE TABLE `assignment_revisions` (
	`assignment_id` char(36) NOT NULL,
	`number` int NOT NULL,
	`studio_id` char(36) NOT NULL,
	`drill_version_id` char(36) NOT NULL,
	`stage` varchar(80) NOT NULL,
	`plan` json NOT NULL,
	`pins` json,
	`hand` json NOT NULL,
	`habits` json,
	`instrument` json NOT NULL,
	`bpm` double NOT NULL,
	`engine_version` int NOT NULL,
	`score_hash` char(64),
	`at` datetime(3) NOT NULL,
	CONSTRAINT `assignment_revisions_assignment_id_number_pk` PRIMARY KEY(`assignment_id`,`number`)
);
--> statement-breakpoint
ALTER TABLE `assignments` ADD `revision` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `lesson_events` ADD `assignment_revision` int;--> statement-breakpoint
ALTER TABLE `lesson_events` ADD `revision` int;--> statement-breakpoint
ALTER TABLE `lessons` ADD `planned_at` datetime(3);--> statement-breakpoint
-- When a lesson given so far was planned for was never kept: what is known is when it began.
UPDATE `lessons` SET `planned_at` = `started_at`;--> statement-breakpoint
ALTER TABLE `lessons` MODIFY `planned_at` datetime(3) NOT NULL;--> statement-breakpoint
-- Nothing of a set drill could change but its fingers and the student's hand, of which the present ones are all that is known.
INSERT INTO `assignment_revisions` (`assignment_id`, `number`, `studio_id`, `drill_version_id`, `stage`, `plan`, `pins`, `hand`, `habits`, `instrument`, `bpm`, `engine_version`, `score_hash`, `at`)
SELECT a.`id`, 0, a.`studio_id`, a.`drill_version_id`, a.`stage`, a.`plan`, a.`pins`, s.`hand`, s.`habits`, s.`instrument`, JSON_VALUE(a.`plan`, '$.startBpm'), v.`engine_version`, v.`score_hash`, a.`set_at`
FROM `assignments` a JOIN `students` s ON s.`id` = a.`student_id` JOIN `drill_versions` v ON v.`id` = a.`drill_version_id`;--> statement-breakpoint
UPDATE `lesson_events` SET `assignment_revision` = 0 WHERE `assignment_id` IS NOT NULL;--> statement-breakpoint
-- A pass heard at the very instant of a decision was part of it.
UPDATE `lesson_events` e SET e.`revision` = (SELECT COUNT(*) FROM `decisions` d WHERE d.`assignment_id` = e.`assignment_id` AND d.`at` < e.`received_at`) WHERE e.`kind` = 'pass';--> statement-breakpoint
UPDATE `lesson_events` e JOIN `decisions` d ON d.`event_id` = e.`id` SET e.`revision` = d.`revision`;--> statement-breakpoint
ALTER TABLE `assignment_revisions` ADD CONSTRAINT `revisions_assignment` FOREIGN KEY (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment_revisions` ADD CONSTRAINT `revisions_version` FOREIGN KEY (`studio_id`,`drill_version_id`) REFERENCES `drill_versions`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lesson_events` ADD CONSTRAINT `events_revision` FOREIGN KEY (`assignment_id`,`assignment_revision`) REFERENCES `assignment_revisions`(`assignment_id`,`number`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lesson_events` DROP COLUMN `drill_version_id`;--> statement-breakpoint
ALTER TABLE `lesson_events` DROP COLUMN `stage`;--> statement-breakpoint
ALTER TABLE `lesson_events` DROP COLUMN `engine_version`;--> statement-breakpoint
ALTER TABLE `lesson_events` DROP COLUMN `score_hash`;