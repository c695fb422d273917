CREATE TABLE `erased_ids` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`teacher_id` char(36),
	`erased_at` datetime(3) NOT NULL,
	CONSTRAINT `erased_ids_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `hearings` (
	`assignment_id` char(36) NOT NULL,
	`lesson_id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`started_at` datetime(3) NOT NULL,
	`passes` int NOT NULL,
	`clean` int NOT NULL,
	`best_clean_bpm` double,
	`tried_bpm` double,
	`rises` int NOT NULL,
	CONSTRAINT `hearings_assignment_id_lesson_id_pk` PRIMARY KEY(`assignment_id`,`lesson_id`)
);
--> statement-breakpoint
CREATE TABLE `known_devices` (
	`user_id` char(36) NOT NULL,
	`device_hash` char(64) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `known_devices_user_id_device_hash_pk` PRIMARY KEY(`user_id`,`device_hash`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_attempts` (
	`subject` varchar(200) NOT NULL,
	`count` int NOT NULL,
	`since` datetime(3) NOT NULL,
	CONSTRAINT `sign_in_attempts_subject` PRIMARY KEY(`subject`)
);
--> statement-breakpoint
CREATE TABLE `standings` (
	`assignment_id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`bpm` double NOT NULL,
	`revision` int NOT NULL,
	`best_bpm` double NOT NULL,
	`rises` int NOT NULL,
	`risen_in_lesson` char(36),
	`lessons_since_rise` int NOT NULL,
	CONSTRAINT `standings_assignment_id` PRIMARY KEY(`assignment_id`)
);
--> statement-breakpoint
ALTER TABLE `erased_ids` ADD CONSTRAINT `erased_ids_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `hearings` ADD CONSTRAINT `hearings_assignment` FOREIGN KEY (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `hearings` ADD CONSTRAINT `hearings_lesson` FOREIGN KEY (`studio_id`,`lesson_id`) REFERENCES `lessons`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `known_devices` ADD CONSTRAINT `known_devices_user_id_users_id_fk` FOREIGN KEY (`user_id`) REFERENCES `users`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `standings` ADD CONSTRAINT `standings_assignment` FOREIGN KEY (`studio_id`,`assignment_id`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `hearings_in_order` ON `hearings` (`studio_id`,`assignment_id`,`started_at`);--> statement-breakpoint
CREATE INDEX `attempts_by_age` ON `sign_in_attempts` (`since`);