CREATE TABLE `kept_chords` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`teacher_id` char(36) NOT NULL,
	`kind` enum('progression','shape') NOT NULL,
	`name` varchar(80) NOT NULL,
	`chords` varchar(400) NOT NULL,
	`fingers` varchar(12),
	`archived_at` datetime(3),
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `kept_chords_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `kept_chords` ADD CONSTRAINT `kept_chords_teacher` FOREIGN KEY (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `kept_chords_by_teacher` ON `kept_chords` (`studio_id`,`teacher_id`,`name`);