CREATE TABLE `calendar_links` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`teacher_id` char(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`names` enum('first','initials','none') NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`ended_at` datetime(3),
	CONSTRAINT `calendar_links_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `lesson_slots` ADD `revision` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `calendar_links` ADD CONSTRAINT `calendar_links_teacher` FOREIGN KEY (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `calendar_links_by_teacher` ON `calendar_links` (`studio_id`,`teacher_id`,`created_at`);--> statement-breakpoint
UPDATE `lesson_slots` SET `revision` = (SELECT COUNT(*) FROM `slot_exceptions` WHERE `slot_exceptions`.`slot_id` = `lesson_slots`.`id`);