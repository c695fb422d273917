CREATE TABLE `instruments` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`teacher_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`choice` json NOT NULL,
	`archived_at` datetime(3),
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `instruments_id` PRIMARY KEY(`id`),
	CONSTRAINT `instruments_in_studio` UNIQUE(`studio_id`,`id`)
);
--> statement-breakpoint
ALTER TABLE `assignments` ADD `pins` json;--> statement-breakpoint
ALTER TABLE `students` ADD `instrument_id` char(36);--> statement-breakpoint
ALTER TABLE `students` ADD `habits` json;--> statement-breakpoint
ALTER TABLE `instruments` ADD CONSTRAINT `instruments_teacher` FOREIGN KEY (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `instruments_by_teacher` ON `instruments` (`studio_id`,`teacher_id`,`name`);--> statement-breakpoint
ALTER TABLE `students` ADD CONSTRAINT `students_instrument` FOREIGN KEY (`studio_id`,`instrument_id`) REFERENCES `instruments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;