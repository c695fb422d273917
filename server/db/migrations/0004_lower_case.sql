-- Ids that came in upper case were other ids to every program but the database: all are lower case from now on.
SET FOREIGN_KEY_CHECKS = 0;
--> statement-breakpoint
UPDATE `studios` SET `id` = LOWER(`id`) WHERE BINARY `id` <> BINARY LOWER(`id`);
--> statement-breakpoint
UPDATE `users` SET `id` = LOWER(`id`), `studio_id` = LOWER(`studio_id`), `student_id` = LOWER(`student_id`) WHERE BINARY `id` <> BINARY LOWER(`id`) OR BINARY `studio_id` <> BINARY LOWER(`studio_id`) OR BINARY `student_id` <> BINARY LOWER(`student_id`);
--> statement-breakpoint
UPDATE `instruments` SET `id` = LOWER(`id`), `studio_id` = LOWER(`studio_id`), `teacher_id` = LOWER(`teacher_id`) WHERE BINARY `id` <> BINARY LOWER(`id`) OR BINARY `studio_id` <> BINARY LOWER(`studio_id`) OR BINARY `teacher_id` <> BINARY LOWER(`teacher_id`);
--> statement-breakpoint
UPDATE `students` SET `id` = LOWER(`id`), `studio_id` = LOWER(`studio_id`), `teacher_id` = LOWER(`teacher_id`), `instrument_id` = LOWER(`instrument_id`) WHERE BINARY `id` <> BINARY LOWER(`id`) OR BINARY `studio_id` <> BINARY LOWER(`studio_id`) OR BINARY `teacher_id` <> BINARY LOWER(`teacher_id`) OR BINARY `instrument_id` <> BINARY LOWER(`instrument_id`);
--> statement-breakpoint
UPDATE `drills` SET `id` = LOWER(`id`), `studio_id` = LOWER(`studio_id`), `teacher_id` = LOWER(`teacher_id`) WHERE BINARY `id` <> BINARY LOWER(`id`) OR BINARY `studio_id` <> BINARY LOWER(`studio_id`) OR BINARY `teacher_id` <> BINARY LOWER(`teacher_id`);
--> statement-breakpoint
UPDATE `drill_versions` SET `id` = LOWER(`id`), `studio_id` = LOWER(`studio_id`), `drill_id` = LOWER(`drill_id`) WHERE BINARY `id` <> BINARY LOWER(`id`) OR BINARY `studio_id` <> BINARY LOWER(`studio_id`) OR BINARY `drill_id` <> BINARY LOWER(`drill_id`);
--> statement-breakpoint
UPDATE `assignments` SET `id` = LOWER(`id`), `studio_id` = LOWER(`studio_id`), `student_id` = LOWER(`student_id`), `drill_version_id` = LOWER(`drill_version_id`) WHERE BINARY `id` <> BINARY LOWER(`id`) OR BINARY `studio_id` <> BINARY LOWER(`studio_id`) OR BINARY `student_id` <> BINARY LOWER(`student_id`) OR BINARY `drill_version_id` <> BINARY LOWER(`drill_version_id`);
--> statement-breakpoint
UPDATE `lesson_slots` SET `id` = LOWER(`id`), `studio_id` = LOWER(`studio_id`), `student_id` = LOWER(`student_id`) WHERE BINARY `id` <> BINARY LOWER(`id`) OR BINARY `studio_id` <> BINARY LOWER(`studio_id`) OR BINARY `student_id` <> BINARY LOWER(`student_id`);
--> statement-breakpoint
UPDATE `lessons` SET `id` = LOWER(`id`), `studio_id` = LOWER(`studio_id`), `student_id` = LOWER(`student_id`), `teacher_id` = LOWER(`teacher_id`), `slot_id` = LOWER(`slot_id`) WHERE BINARY `id` <> BINARY LOWER(`id`) OR BINARY `studio_id` <> BINARY LOWER(`studio_id`) OR BINARY `student_id` <> BINARY LOWER(`student_id`) OR BINARY `teacher_id` <> BINARY LOWER(`teacher_id`) OR BINARY `slot_id` <> BINARY LOWER(`slot_id`);
--> statement-breakpoint
UPDATE `lesson_events` SET `id` = LOWER(`id`), `studio_id` = LOWER(`studio_id`), `lesson_id` = LOWER(`lesson_id`), `actor_id` = LOWER(`actor_id`), `assignment_id` = LOWER(`assignment_id`), `drill_version_id` = LOWER(`drill_version_id`) WHERE BINARY `id` <> BINARY LOWER(`id`) OR BINARY `studio_id` <> BINARY LOWER(`studio_id`) OR BINARY `lesson_id` <> BINARY LOWER(`lesson_id`) OR BINARY `actor_id` <> BINARY LOWER(`actor_id`) OR BINARY `assignment_id` <> BINARY LOWER(`assignment_id`) OR BINARY `drill_version_id` <> BINARY LOWER(`drill_version_id`);
--> statement-breakpoint
UPDATE `decisions` SET `id` = LOWER(`id`), `studio_id` = LOWER(`studio_id`), `assignment_id` = LOWER(`assignment_id`), `event_id` = LOWER(`event_id`), `supersedes` = LOWER(`supersedes`) WHERE BINARY `id` <> BINARY LOWER(`id`) OR BINARY `studio_id` <> BINARY LOWER(`studio_id`) OR BINARY `assignment_id` <> BINARY LOWER(`assignment_id`) OR BINARY `event_id` <> BINARY LOWER(`event_id`) OR BINARY `supersedes` <> BINARY LOWER(`supersedes`);
--> statement-breakpoint
UPDATE `writes` SET `actor_id` = LOWER(`actor_id`), `id` = LOWER(`id`) WHERE BINARY `actor_id` <> BINARY LOWER(`actor_id`) OR BINARY `id` <> BINARY LOWER(`id`);
--> statement-breakpoint
UPDATE `lesson_events` SET `body` = JSON_REPLACE(`body`, '$.id', LOWER(JSON_VALUE(`body`, '$.id')), '$.assignmentId', LOWER(JSON_VALUE(`body`, '$.assignmentId')), '$.eventId', LOWER(JSON_VALUE(`body`, '$.eventId')), '$.supersedes', LOWER(JSON_VALUE(`body`, '$.supersedes'))) WHERE BINARY JSON_VALUE(`body`, '$.id') <> BINARY LOWER(JSON_VALUE(`body`, '$.id')) OR BINARY JSON_VALUE(`body`, '$.assignmentId') <> BINARY LOWER(JSON_VALUE(`body`, '$.assignmentId')) OR BINARY JSON_VALUE(`body`, '$.eventId') <> BINARY LOWER(JSON_VALUE(`body`, '$.eventId')) OR BINARY JSON_VALUE(`body`, '$.supersedes') <> BINARY LOWER(JSON_VALUE(`body`, '$.supersedes'));
--> statement-breakpoint
UPDATE `writes` SET `answer` = JSON_REPLACE(`answer`, '$.id', LOWER(JSON_VALUE(`answer`, '$.id'))) WHERE BINARY JSON_VALUE(`answer`, '$.id') <> BINARY LOWER(JSON_VALUE(`answer`, '$.id'));
--> statement-breakpoint
UPDATE `lesson_events` SET `voids` = JSON_VALUE(`body`, '$.eventId') WHERE `kind` = 'void';
--> statement-breakpoint
SET FOREIGN_KEY_CHECKS = 1;
