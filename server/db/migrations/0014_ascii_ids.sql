-- A column of a reference cannot change while it is one: all references go and come back as they were.
SET FOREIGN_KEY_CHECKS = 0;
--> statement-breakpoint
ALTER TABLE `assignments`
	DROP FOREIGN KEY IF EXISTS `assignments_opens_after`,
	DROP FOREIGN KEY IF EXISTS `assignments_student`,
	DROP FOREIGN KEY IF EXISTS `assignments_version`;
--> statement-breakpoint
ALTER TABLE `assignment_revisions`
	DROP FOREIGN KEY IF EXISTS `revisions_assignment`,
	DROP FOREIGN KEY IF EXISTS `revisions_stage`,
	DROP FOREIGN KEY IF EXISTS `revisions_version`;
--> statement-breakpoint
ALTER TABLE `calendar_links`
	DROP FOREIGN KEY IF EXISTS `calendar_links_teacher`;
--> statement-breakpoint
ALTER TABLE `decisions`
	DROP FOREIGN KEY IF EXISTS `decisions_assignment`,
	DROP FOREIGN KEY IF EXISTS `decisions_event_id_lesson_events_id_fk`;
--> statement-breakpoint
ALTER TABLE `drills`
	DROP FOREIGN KEY IF EXISTS `drills_teacher`;
--> statement-breakpoint
ALTER TABLE `drill_versions`
	DROP FOREIGN KEY IF EXISTS `versions_drill`;
--> statement-breakpoint
ALTER TABLE `erased_ids`
	DROP FOREIGN KEY IF EXISTS `erased_ids_studio_id_studios_id_fk`;
--> statement-breakpoint
ALTER TABLE `favourites`
	DROP FOREIGN KEY IF EXISTS `favourites_teacher`;
--> statement-breakpoint
ALTER TABLE `handovers`
	DROP FOREIGN KEY IF EXISTS `handovers_from`,
	DROP FOREIGN KEY IF EXISTS `handovers_student`,
	DROP FOREIGN KEY IF EXISTS `handovers_to`;
--> statement-breakpoint
ALTER TABLE `hearings`
	DROP FOREIGN KEY IF EXISTS `hearings_assignment`,
	DROP FOREIGN KEY IF EXISTS `hearings_lesson`;
--> statement-breakpoint
ALTER TABLE `homework`
	DROP FOREIGN KEY IF EXISTS `homework_actor`,
	DROP FOREIGN KEY IF EXISTS `homework_lesson`,
	DROP FOREIGN KEY IF EXISTS `homework_student`;
--> statement-breakpoint
ALTER TABLE `instruments`
	DROP FOREIGN KEY IF EXISTS `instruments_teacher`;
--> statement-breakpoint
ALTER TABLE `kept_chords`
	DROP FOREIGN KEY IF EXISTS `kept_chords_teacher`;
--> statement-breakpoint
ALTER TABLE `known_devices`
	DROP FOREIGN KEY IF EXISTS `known_devices_user_id_users_id_fk`;
--> statement-breakpoint
ALTER TABLE `lessons`
	DROP FOREIGN KEY IF EXISTS `lessons_slot`,
	DROP FOREIGN KEY IF EXISTS `lessons_student`,
	DROP FOREIGN KEY IF EXISTS `lessons_teacher`;
--> statement-breakpoint
ALTER TABLE `lesson_events`
	DROP FOREIGN KEY IF EXISTS `events_actor`,
	DROP FOREIGN KEY IF EXISTS `events_assignment`,
	DROP FOREIGN KEY IF EXISTS `events_lesson`,
	DROP FOREIGN KEY IF EXISTS `events_revision`;
--> statement-breakpoint
ALTER TABLE `lesson_slots`
	DROP FOREIGN KEY IF EXISTS `slots_student`;
--> statement-breakpoint
ALTER TABLE `pains`
	DROP FOREIGN KEY IF EXISTS `pains_actor`,
	DROP FOREIGN KEY IF EXISTS `pains_student`;
--> statement-breakpoint
ALTER TABLE `practice`
	DROP FOREIGN KEY IF EXISTS `practice_actor`,
	DROP FOREIGN KEY IF EXISTS `practice_assignment`,
	DROP FOREIGN KEY IF EXISTS `practice_student`;
--> statement-breakpoint
ALTER TABLE `programmes`
	DROP FOREIGN KEY IF EXISTS `programmes_teacher`;
--> statement-breakpoint
ALTER TABLE `slot_exceptions`
	DROP FOREIGN KEY IF EXISTS `exceptions_actor`,
	DROP FOREIGN KEY IF EXISTS `exceptions_slot`;
--> statement-breakpoint
ALTER TABLE `stages`
	DROP FOREIGN KEY IF EXISTS `stages_assignment`;
--> statement-breakpoint
ALTER TABLE `standings`
	DROP FOREIGN KEY IF EXISTS `standings_assignment`,
	DROP FOREIGN KEY IF EXISTS `standings_lesson`;
--> statement-breakpoint
ALTER TABLE `students`
	DROP FOREIGN KEY IF EXISTS `students_instrument`,
	DROP FOREIGN KEY IF EXISTS `students_teacher`;
--> statement-breakpoint
ALTER TABLE `users`
	DROP FOREIGN KEY IF EXISTS `users_student_id_students_id_fk`,
	DROP FOREIGN KEY IF EXISTS `users_studio_id_studios_id_fk`;
--> statement-breakpoint
ALTER TABLE `writes`
	DROP FOREIGN KEY IF EXISTS `writes_actor_id_users_id_fk`;
--> statement-breakpoint
ALTER TABLE `assignment_revisions`
	MODIFY COLUMN `assignment_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `drill_version_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `score_hash` char(64) character set ascii collate ascii_bin;
--> statement-breakpoint
ALTER TABLE `assignments`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `student_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `drill_version_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `opens_after` char(36) character set ascii collate ascii_bin;
--> statement-breakpoint
ALTER TABLE `calendar_links`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `teacher_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `decisions`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `assignment_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `event_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `supersedes` char(36) character set ascii collate ascii_bin;
--> statement-breakpoint
ALTER TABLE `drill_versions`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `drill_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `score_hash` char(64) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `drills`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `teacher_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `from_rung` char(64) character set ascii collate ascii_bin;
--> statement-breakpoint
ALTER TABLE `erased_ids`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `teacher_id` char(36) character set ascii collate ascii_bin;
--> statement-breakpoint
ALTER TABLE `favourites`
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `teacher_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `ref` char(64) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `handovers`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `student_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `from_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `to_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `actor_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `hearings`
	MODIFY COLUMN `assignment_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `lesson_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `homework`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `student_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `lesson_id` char(36) character set ascii collate ascii_bin,
	MODIFY COLUMN `actor_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `instruments`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `teacher_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `kept_chords`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `teacher_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `known_devices`
	MODIFY COLUMN `user_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `device_hash` char(64) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `lesson_events`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `lesson_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `actor_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `assignment_id` char(36) character set ascii collate ascii_bin,
	MODIFY COLUMN `voids` char(36) character set ascii collate ascii_bin;
--> statement-breakpoint
ALTER TABLE `lesson_slots`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `student_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `lessons`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `student_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `teacher_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `slot_id` char(36) character set ascii collate ascii_bin;
--> statement-breakpoint
ALTER TABLE `pains`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `student_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `actor_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `practice`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `student_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `assignment_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `actor_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `programmes`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `teacher_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `rungs`
	MODIFY COLUMN `key` char(64) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `slot_exceptions`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `slot_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `actor_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `stages`
	MODIFY COLUMN `assignment_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `standings`
	MODIFY COLUMN `assignment_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `risen_in_lesson` char(36) character set ascii collate ascii_bin;
--> statement-breakpoint
ALTER TABLE `students`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `teacher_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `instrument_id` char(36) character set ascii collate ascii_bin;
--> statement-breakpoint
ALTER TABLE `studios`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `users`
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `studio_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `student_id` char(36) character set ascii collate ascii_bin;
--> statement-breakpoint
ALTER TABLE `writes`
	MODIFY COLUMN `actor_id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `id` char(36) character set ascii collate ascii_bin NOT NULL,
	MODIFY COLUMN `body_hash` char(64) character set ascii collate ascii_bin NOT NULL;
--> statement-breakpoint
ALTER TABLE `assignments`
	ADD CONSTRAINT `assignments_opens_after` FOREIGN KEY IF NOT EXISTS (`studio_id`,`opens_after`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `assignments_student` FOREIGN KEY IF NOT EXISTS (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `assignments_version` FOREIGN KEY IF NOT EXISTS (`studio_id`,`drill_version_id`) REFERENCES `drill_versions`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `assignment_revisions`
	ADD CONSTRAINT `revisions_assignment` FOREIGN KEY IF NOT EXISTS (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `revisions_stage` FOREIGN KEY IF NOT EXISTS (`assignment_id`,`stage`) REFERENCES `stages`(`assignment_id`,`number`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `revisions_version` FOREIGN KEY IF NOT EXISTS (`studio_id`,`drill_version_id`) REFERENCES `drill_versions`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `calendar_links`
	ADD CONSTRAINT `calendar_links_teacher` FOREIGN KEY IF NOT EXISTS (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `decisions`
	ADD CONSTRAINT `decisions_assignment` FOREIGN KEY IF NOT EXISTS (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `decisions_event_id_lesson_events_id_fk` FOREIGN KEY IF NOT EXISTS (`event_id`) REFERENCES `lesson_events`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `drills`
	ADD CONSTRAINT `drills_teacher` FOREIGN KEY IF NOT EXISTS (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `drill_versions`
	ADD CONSTRAINT `versions_drill` FOREIGN KEY IF NOT EXISTS (`studio_id`,`drill_id`) REFERENCES `drills`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `erased_ids`
	ADD CONSTRAINT `erased_ids_studio_id_studios_id_fk` FOREIGN KEY IF NOT EXISTS (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `favourites`
	ADD CONSTRAINT `favourites_teacher` FOREIGN KEY IF NOT EXISTS (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `handovers`
	ADD CONSTRAINT `handovers_from` FOREIGN KEY IF NOT EXISTS (`studio_id`,`from_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `handovers_student` FOREIGN KEY IF NOT EXISTS (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `handovers_to` FOREIGN KEY IF NOT EXISTS (`studio_id`,`to_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `hearings`
	ADD CONSTRAINT `hearings_assignment` FOREIGN KEY IF NOT EXISTS (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `hearings_lesson` FOREIGN KEY IF NOT EXISTS (`studio_id`,`lesson_id`) REFERENCES `lessons`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `homework`
	ADD CONSTRAINT `homework_actor` FOREIGN KEY IF NOT EXISTS (`studio_id`,`actor_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `homework_lesson` FOREIGN KEY IF NOT EXISTS (`studio_id`,`lesson_id`) REFERENCES `lessons`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `homework_student` FOREIGN KEY IF NOT EXISTS (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `instruments`
	ADD CONSTRAINT `instruments_teacher` FOREIGN KEY IF NOT EXISTS (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `kept_chords`
	ADD CONSTRAINT `kept_chords_teacher` FOREIGN KEY IF NOT EXISTS (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `known_devices`
	ADD CONSTRAINT `known_devices_user_id_users_id_fk` FOREIGN KEY IF NOT EXISTS (`user_id`) REFERENCES `users`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `lessons`
	ADD CONSTRAINT `lessons_slot` FOREIGN KEY IF NOT EXISTS (`studio_id`,`slot_id`) REFERENCES `lesson_slots`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `lessons_student` FOREIGN KEY IF NOT EXISTS (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `lessons_teacher` FOREIGN KEY IF NOT EXISTS (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `lesson_events`
	ADD CONSTRAINT `events_actor` FOREIGN KEY IF NOT EXISTS (`studio_id`,`actor_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `events_assignment` FOREIGN KEY IF NOT EXISTS (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `events_lesson` FOREIGN KEY IF NOT EXISTS (`studio_id`,`lesson_id`) REFERENCES `lessons`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `events_revision` FOREIGN KEY IF NOT EXISTS (`assignment_id`,`assignment_revision`) REFERENCES `assignment_revisions`(`assignment_id`,`number`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `lesson_slots`
	ADD CONSTRAINT `slots_student` FOREIGN KEY IF NOT EXISTS (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `pains`
	ADD CONSTRAINT `pains_actor` FOREIGN KEY IF NOT EXISTS (`studio_id`,`actor_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `pains_student` FOREIGN KEY IF NOT EXISTS (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `practice`
	ADD CONSTRAINT `practice_actor` FOREIGN KEY IF NOT EXISTS (`studio_id`,`actor_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `practice_assignment` FOREIGN KEY IF NOT EXISTS (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `practice_student` FOREIGN KEY IF NOT EXISTS (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `programmes`
	ADD CONSTRAINT `programmes_teacher` FOREIGN KEY IF NOT EXISTS (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `slot_exceptions`
	ADD CONSTRAINT `exceptions_actor` FOREIGN KEY IF NOT EXISTS (`studio_id`,`actor_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `exceptions_slot` FOREIGN KEY IF NOT EXISTS (`studio_id`,`slot_id`) REFERENCES `lesson_slots`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `stages`
	ADD CONSTRAINT `stages_assignment` FOREIGN KEY IF NOT EXISTS (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `standings`
	ADD CONSTRAINT `standings_assignment` FOREIGN KEY IF NOT EXISTS (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `standings_lesson` FOREIGN KEY IF NOT EXISTS (`studio_id`,`risen_in_lesson`) REFERENCES `lessons`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `students`
	ADD CONSTRAINT `students_instrument` FOREIGN KEY IF NOT EXISTS (`studio_id`,`instrument_id`) REFERENCES `instruments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `students_teacher` FOREIGN KEY IF NOT EXISTS (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `users`
	ADD CONSTRAINT `users_student_id_students_id_fk` FOREIGN KEY IF NOT EXISTS (`student_id`) REFERENCES `students`(`id`) ON DELETE no action ON UPDATE no action,
	ADD CONSTRAINT `users_studio_id_studios_id_fk` FOREIGN KEY IF NOT EXISTS (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE `writes`
	ADD CONSTRAINT `writes_actor_id_users_id_fk` FOREIGN KEY IF NOT EXISTS (`actor_id`) REFERENCES `users`(`id`) ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
SET FOREIGN_KEY_CHECKS = 1;
