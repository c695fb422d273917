DROP TABLE `erased_students`;--> statement-breakpoint
DROP TABLE `sign_in_failures`;--> statement-breakpoint
CREATE INDEX `events_of_drill` ON `lesson_events` (`studio_id`,`assignment_id`,`kind`,`received_at`);--> statement-breakpoint
DROP INDEX `events_by_assignment` ON `lesson_events`;--> statement-breakpoint
ALTER TABLE `lesson_events` MODIFY COLUMN `device_offset_ms` bigint NOT NULL;--> statement-breakpoint
ALTER TABLE `lesson_events` ADD `voids` char(36);--> statement-breakpoint
ALTER TABLE `lessons` ADD `passes` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `lessons` ADD `clean` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `lessons` ADD `last_number` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `users` ADD `session_epoch` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `users` ADD `suspended_at` datetime(3);--> statement-breakpoint
CREATE INDEX `events_by_kind` ON `lesson_events` (`lesson_id`,`kind`,`number`);--> statement-breakpoint
CREATE INDEX `events_voided` ON `lesson_events` (`voids`);--> statement-breakpoint
CREATE INDEX `lessons_by_day` ON `lessons` (`studio_id`,`teacher_id`,`started_at`);--> statement-breakpoint
CREATE INDEX `lessons_by_slot_day` ON `lessons` (`studio_id`,`teacher_id`,`slot_day`);--> statement-breakpoint
CREATE INDEX `lessons_open` ON `lessons` (`studio_id`,`teacher_id`,`ended_at`,`started_at`);