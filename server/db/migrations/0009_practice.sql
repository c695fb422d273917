CREATE TABLE `pains` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`student_id` char(36) NOT NULL,
	`pain` json,
	`note` varchar(400),
	`actor_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `pains_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `practice` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`student_id` char(36) NOT NULL,
	`assignment_id` char(36) NOT NULL,
	`day` date NOT NULL,
	`minutes` int NOT NULL,
	`bpm` double NOT NULL,
	`feel` varchar(8) NOT NULL,
	`hurts` varchar(20),
	`clean` int NOT NULL DEFAULT 0,
	`note` varchar(400),
	`actor_id` char(36) NOT NULL,
	`received_at` datetime(3) NOT NULL,
	`taken_back_at` datetime(3),
	CONSTRAINT `practice_id` PRIMARY KEY(`id`),
	CONSTRAINT `practice_minutes` CHECK(`practice`.`minutes` between 1 and 1440),
	CONSTRAINT `practice_bpm` CHECK(`practice`.`bpm` between 10 and 400)
);
--> statement-breakpoint
ALTER TABLE `students` ADD `school` varchar(20);--> statement-breakpoint
ALTER TABLE `pains` ADD CONSTRAINT `pains_student` FOREIGN KEY (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pains` ADD CONSTRAINT `pains_actor` FOREIGN KEY (`studio_id`,`actor_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `practice` ADD CONSTRAINT `practice_assignment` FOREIGN KEY (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `practice` ADD CONSTRAINT `practice_student` FOREIGN KEY (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `practice` ADD CONSTRAINT `practice_actor` FOREIGN KEY (`studio_id`,`actor_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `pains_of_student` ON `pains` (`studio_id`,`student_id`,`at`);--> statement-breakpoint
CREATE INDEX `practice_of_drill` ON `practice` (`studio_id`,`assignment_id`,`day`);--> statement-breakpoint
CREATE INDEX `practice_of_student` ON `practice` (`studio_id`,`student_id`,`day`);--> statement-breakpoint
INSERT INTO `pains` (`id`, `studio_id`, `student_id`, `pain`, `note`, `actor_id`, `at`) SELECT UUID(), `studio_id`, `id`, `pain`, NULL, `teacher_id`, `created_at` FROM `students` WHERE `pain` IS NOT NULL AND JSON_TYPE(`pain`) = 'OBJECT';
