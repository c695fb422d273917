CREATE TABLE `favourites` (
	`studio_id` char(36) NOT NULL,
	`teacher_id` char(36) NOT NULL,
	`ref` char(64) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `favourites_studio_id_teacher_id_ref_pk` PRIMARY KEY(`studio_id`,`teacher_id`,`ref`)
);
--> statement-breakpoint
CREATE TABLE `programmes` (
	`id` char(36) NOT NULL,
	`studio_id` char(36) NOT NULL,
	`teacher_id` char(36) NOT NULL,
	`name` varchar(160) NOT NULL,
	`refs` json NOT NULL,
	`archived_at` datetime(3),
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `programmes_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `rungs` (
	`key` char(64) NOT NULL,
	`technique` varchar(24) NOT NULL,
	`place` int NOT NULL,
	`grade` double NOT NULL,
	`parts` json NOT NULL,
	`spec` json NOT NULL,
	`title` varchar(400) NOT NULL,
	`purpose` varchar(600) NOT NULL,
	`signature` json NOT NULL,
	`demand` json,
	`after` json NOT NULL,
	`ladder_version` int NOT NULL,
	`retired_at` datetime(3),
	CONSTRAINT `rungs_key` PRIMARY KEY(`key`)
);
--> statement-breakpoint
ALTER TABLE `assignments` ADD `opens_after` char(36);--> statement-breakpoint
ALTER TABLE `drill_versions` ADD `marks` json;--> statement-breakpoint
ALTER TABLE `drills` ADD `from_rung` char(64);--> statement-breakpoint
ALTER TABLE `studios` ADD `weights` json;--> statement-breakpoint
ALTER TABLE `favourites` ADD CONSTRAINT `favourites_teacher` FOREIGN KEY (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `programmes` ADD CONSTRAINT `programmes_teacher` FOREIGN KEY (`studio_id`,`teacher_id`) REFERENCES `users`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `programmes_by_teacher` ON `programmes` (`studio_id`,`teacher_id`);--> statement-breakpoint
CREATE INDEX `rungs_in_order` ON `rungs` (`technique`,`place`);--> statement-breakpoint
ALTER TABLE `assignments` ADD CONSTRAINT `assignments_opens_after` FOREIGN KEY (`studio_id`,`opens_after`) REFERENCES `assignments`(`studio_id`,`id`) ON DELETE no action ON UPDATE no action;