CREATE TABLE `assignments` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`student_id` char(36) NOT NULL,
	`drill_version_id` char(36) NOT NULL,
	`stage` varchar(80) NOT NULL,
	`plan` json NOT NULL,
	`target_on` date,
	`position` int NOT NULL,
	`set_at` datetime(3) NOT NULL,
	`ended_at` datetime(3),
	CONSTRAINT `assignments_id` PRIMARY KEY(`id`),
	CONSTRAINT `assignments_in_studio` UNIQUE(`studio_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `decisions` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`assignment_id` char(36) NOT NULL,
	`revision` int NOT NULL,
	`event_id` char(36) NOT NULL,
	`decision` enum('raise','hold','ease','next-stage','vary','rest','done') NOT NULL,
	`bpm` double NOT NULL,
	`supersedes` char(36),
	`overruled` boolean NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `decisions_id` PRIMARY KEY(`id`),
	CONSTRAINT `one_decision_per_revision` UNIQUE(`assignment_id`,`revision`)
);
--> statement-breakpoint
CREATE TABLE `drill_versions` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`drill_id` char(36) NOT NULL,
	`number` int NOT NULL,
	`spec` json NOT NULL,
	`title` varchar(400) NOT NULL,
	`engine_version` int NOT NULL,
	`score_hash` char(64) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `drill_versions_id` PRIMARY KEY(`id`),
	CONSTRAINT `versions_in_studio` UNIQUE(`studio_id`,`id`),
	CONSTRAINT `version_numbers` UNIQUE(`drill_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE `drills` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`teacher_id` char(36) NOT NULL,
	`name` varchar(160) NOT NULL,
	`archived_at` datetime(3),
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `drills_id` PRIMARY KEY(`id`),
	CONSTRAINT `drills_in_studio` UNIQUE(`studio_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `erased_students` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`erased_at` datetime(3) NOT NULL,
	CONSTRAINT `erased_students_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `lesson_events` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`lesson_id` char(36) NOT NULL,
	`number` int NOT NULL,
	`actor_id` char(36) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`body` json NOT NULL,
	`assignment_id` char(36),
	`drill_version_id` char(36),
	`stage` varchar(80),
	`engine_version` int,
	`score_hash` char(64),
	`device_at` datetime(3) NOT NULL,
	`device_offset_ms` int NOT NULL,
	`received_at` datetime(3) NOT NULL,
	CONSTRAINT `lesson_events_id` PRIMARY KEY(`id`),
	CONSTRAINT `event_numbers` UNIQUE(`lesson_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE `lesson_slots` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`student_id` char(36) NOT NULL,
	`weekday` tinyint NOT NULL,
	`every_weeks` tinyint NOT NULL,
	`wall_time` char(5) NOT NULL,
	`minutes` int NOT NULL,
	`zone` varchar(64) NOT NULL,
	`starts_on` date NOT NULL,
	`ends_on` date,
	CONSTRAINT `lesson_slots_id` PRIMARY KEY(`id`),
	CONSTRAINT `slots_in_studio` UNIQUE(`studio_id`,`id`),
	CONSTRAINT `slot_weekday` CHECK(`lesson_slots`.`weekday` between 1 and 7),
	CONSTRAINT `slot_weeks` CHECK(`lesson_slots`.`every_weeks` between 1 and 8)
);
--> statement-breakpoint
CREATE TABLE `lessons` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`student_id` char(36) NOT NULL,
	`teacher_id` char(36) NOT NULL,
	`slot_id` char(36),
	`slot_day` date,
	`minutes` int NOT NULL,
	`started_at` datetime(3) NOT NULL,
	`ended_at` datetime(3),
	CONSTRAINT `lessons_id` PRIMARY KEY(`id`),
	CONSTRAINT `lessons_in_studio` UNIQUE(`studio_id`,`id`),
	CONSTRAINT `one_lesson_per_slot` UNIQUE(`slot_id`,`slot_day`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_failures` (
	`id` char(36) NOT NULL,
	`subject` varchar(160) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `sign_in_failures_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `students` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`teacher_id` char(36) NOT NULL,
	`name` varchar(120) NOT NULL,
	`birth_year` int,
	`instrument` json NOT NULL,
	`hand` json NOT NULL,
	`about` text NOT NULL,
	`archived_at` datetime(3),
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `students_id` PRIMARY KEY(`id`),
	CONSTRAINT `students_in_studio` UNIQUE(`studio_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `studios` (
	`id` char(36) NOT NULL,
	`name` varchar(120) NOT NULL,
	`zone` varchar(64) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `studios_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `users` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`role` enum('owner','teacher','student') NOT NULL,
	`sign_in_name` varchar(80) NOT NULL,
	`password_hash` varchar(255) NOT NULL,
	`display_name` varchar(120) NOT NULL,
	`student_id` char(36),
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `users_id` PRIMARY KEY(`id`),
	CONSTRAINT `users_sign_in_name_unique` UNIQUE(`sign_in_name`),
	CONSTRAINT `users_in_studio` UNIQUE(`studio_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `writes` (
	`actor_id` char(36) NOT NULL,
	`id` char(36) NOT NULL,
	`body_hash` char(64) NOT NULL,
	`answer` json,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `writes_actor_id_id_pk` PRIMARY KEY(`actor_id`,`id`)
);
--> statement-breakpoint
ALTER TABLE `assignments` ADD CONSTRAINT `assignments_student` FOREIGN KEY (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignments` ADD CONSTRAINT `assignments_version` FOREIGN KEY (`studio_id`,`drill_version_id`) REFERENCES `drill_versions`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `decisions` ADD CONSTRAINT `decisions_event_id_lesson_events_id_fk` FOREIGN KEY (`event_id`) REFERENCES `lesson_events`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `decisions` ADD CONSTRAINT `decisions_assignment` FOREIGN KEY (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `drill_versions` ADD CONSTRAINT `versions_drill` FOREIGN KEY (`studio_id`,`drill_id`) REFERENCES `drills`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `drills` ADD CONSTRAINT `drills_teacher` FOREIGN KEY (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `erased_students` ADD CONSTRAINT `erased_students_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lesson_events` ADD CONSTRAINT `events_lesson` FOREIGN KEY (`studio_id`,`lesson_id`) REFERENCES `lessons`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lesson_events` ADD CONSTRAINT `events_assignment` FOREIGN KEY (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lesson_slots` ADD CONSTRAINT `slots_student` FOREIGN KEY (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lessons` ADD CONSTRAINT `lessons_student` FOREIGN KEY (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lessons` ADD CONSTRAINT `lessons_teacher` FOREIGN KEY (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lessons` ADD CONSTRAINT `lessons_slot` FOREIGN KEY (`studio_id`,`slot_id`) REFERENCES `lesson_slots`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `students` ADD CONSTRAINT `students_teacher` FOREIGN KEY (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `users` ADD CONSTRAINT `users_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `assignments_by_student` ON `assignments` (`studio_id`,`student_id`);--> statement-breakpoint
CREATE INDEX `drills_by_teacher` ON `drills` (`studio_id`,`teacher_id`);--> statement-breakpoint
CREATE INDEX `events_by_assignment` ON `lesson_events` (`studio_id`,`assignment_id`,`kind`);--> statement-breakpoint
CREATE INDEX `lessons_by_student` ON `lessons` (`studio_id`,`student_id`,`started_at`);--> statement-breakpoint
CREATE INDEX `failures_by_subject` ON `sign_in_failures` (`subject`,`at`);--> statement-breakpoint
CREATE INDEX `students_by_teacher` ON `students` (`studio_id`,`teacher_id`,`name`);