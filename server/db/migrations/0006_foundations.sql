CREATE TABLE `stages` (
	`assignment_id` char(36) NOT NULL,
	`number` int NOT NULL,
	`studio_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `stages_assignment_id_number_pk` PRIMARY KEY(`assignment_id`,`number`)
);
--> statement-breakpoint
-- A set drill had one stage, by its name, and nothing could change it.
INSERT INTO `stages` (`assignment_id`, `number`, `studio_id`, `name`, `at`) SELECT `id`, 0, `studio_id`, `stage`, `set_at` FROM `assignments`;--> statement-breakpoint
ALTER TABLE `assignments` DROP COLUMN `stage`;--> statement-breakpoint
ALTER TABLE `assignments` ADD `stage` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `assignment_revisions` DROP COLUMN `stage`;--> statement-breakpoint
ALTER TABLE `assignment_revisions` ADD `stage` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `assignment_revisions` ALTER COLUMN `stage` DROP DEFAULT;--> statement-breakpoint
-- What cannot be is no longer kept by anybody: writes of an account that is not there, an account of no student.
DELETE FROM `writes` WHERE `actor_id` NOT IN (SELECT `id` FROM `users`);--> statement-breakpoint
UPDATE `users` SET `student_id` = NULL WHERE `role` <> 'student';--> statement-breakpoint
ALTER TABLE `stages` ADD CONSTRAINT `stages_assignment` FOREIGN KEY (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment_revisions` ADD CONSTRAINT `revision_bpm` CHECK (`assignment_revisions`.`bpm` between 10 and 400);--> statement-breakpoint
ALTER TABLE `decisions` ADD CONSTRAINT `decision_bpm` CHECK (`decisions`.`bpm` between 10 and 400);--> statement-breakpoint
ALTER TABLE `hearings` ADD CONSTRAINT `hearing_tally` CHECK (`hearings`.`clean` >= 0 and `hearings`.`clean` <= `hearings`.`passes`);--> statement-breakpoint
ALTER TABLE `lesson_slots` ADD CONSTRAINT `slot_minutes` CHECK (`lesson_slots`.`minutes` between 5 and 240);--> statement-breakpoint
ALTER TABLE `lessons` ADD CONSTRAINT `lesson_minutes` CHECK (`lessons`.`minutes` between 5 and 240);--> statement-breakpoint
ALTER TABLE `lessons` ADD CONSTRAINT `lesson_tally` CHECK (`lessons`.`clean` >= 0 and `lessons`.`clean` <= `lessons`.`passes`);--> statement-breakpoint
ALTER TABLE `standings` ADD CONSTRAINT `standing_bpm` CHECK (`standings`.`bpm` between 10 and 400);--> statement-breakpoint
ALTER TABLE `users` ADD CONSTRAINT `users_student_role` CHECK ((`users`.`role` = 'student') = (`users`.`student_id` is not null));--> statement-breakpoint
ALTER TABLE `users` ADD CONSTRAINT `users_student_id_students_id_fk` FOREIGN KEY (`student_id`) REFERENCES `students`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment_revisions` ADD CONSTRAINT `revisions_stage` FOREIGN KEY (`assignment_id`,`stage`) REFERENCES `stages`(`assignment_id`,`number`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lesson_events` ADD CONSTRAINT `events_actor` FOREIGN KEY (`studio_id`,`actor_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `standings` ADD CONSTRAINT `standings_lesson` FOREIGN KEY (`studio_id`,`risen_in_lesson`) REFERENCES `lessons`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `writes` ADD CONSTRAINT `writes_actor_id_users_id_fk` FOREIGN KEY (`actor_id`) REFERENCES `users`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `writes_by_age` ON `writes` (`at`);