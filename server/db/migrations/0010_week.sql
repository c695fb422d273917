CREATE TABLE `handovers` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`student_id` char(36) NOT NULL,
	`from_id` char(36) NOT NULL,
	`to_id` char(36) NOT NULL,
	`actor_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `handovers_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `homework` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`student_id` char(36) NOT NULL,
	`lesson_id` char(36),
	`body` json NOT NULL,
	`actor_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `homework_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `slot_exceptions` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`slot_id` char(36) NOT NULL,
	`day` date NOT NULL,
	`cancelled` boolean NOT NULL,
	`to_day` date,
	`to_time` char(5),
	`why` varchar(400),
	`actor_id` char(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `slot_exceptions_id` PRIMARY KEY(`id`),
	CONSTRAINT `one_exception_per_day` UNIQUE(`slot_id`,`day`)
);
--> statement-breakpoint
ALTER TABLE `decisions` ADD `stage` int;--> statement-breakpoint
ALTER TABLE `stages` ADD `change` json;--> statement-breakpoint
ALTER TABLE `stages` ADD `plan` json;--> statement-breakpoint
ALTER TABLE `stages` ADD `place` int;--> statement-breakpoint
ALTER TABLE `standings` ADD `stage_from` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `standings` ADD `stage_since` datetime(3);--> statement-breakpoint
ALTER TABLE `studios` ADD `notice` text;--> statement-breakpoint
ALTER TABLE `users` ADD `removed_at` datetime(3);--> statement-breakpoint
ALTER TABLE `handovers` ADD CONSTRAINT `handovers_student` FOREIGN KEY (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `handovers` ADD CONSTRAINT `handovers_from` FOREIGN KEY (`studio_id`,`from_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `handovers` ADD CONSTRAINT `handovers_to` FOREIGN KEY (`studio_id`,`to_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `homework` ADD CONSTRAINT `homework_student` FOREIGN KEY (`studio_id`,`student_id`) REFERENCES `students`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `homework` ADD CONSTRAINT `homework_lesson` FOREIGN KEY (`studio_id`,`lesson_id`) REFERENCES `lessons`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `homework` ADD CONSTRAINT `homework_actor` FOREIGN KEY (`studio_id`,`actor_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `slot_exceptions` ADD CONSTRAINT `exceptions_slot` FOREIGN KEY (`studio_id`,`slot_id`) REFERENCES `lesson_slots`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `slot_exceptions` ADD CONSTRAINT `exceptions_actor` FOREIGN KEY (`studio_id`,`actor_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `handovers_of_student` ON `handovers` (`studio_id`,`student_id`,`at`);--> statement-breakpoint
CREATE INDEX `homework_of_student` ON `homework` (`studio_id`,`student_id`,`at`);--> statement-breakpoint
CREATE INDEX `exceptions_by_day` ON `slot_exceptions` (`studio_id`,`to_day`);--> statement-breakpoint
CREATE INDEX `decisions_by_stage` ON `decisions` (`assignment_id`,`stage`);--> statement-breakpoint
UPDATE `stages` SET `place` = `number`;