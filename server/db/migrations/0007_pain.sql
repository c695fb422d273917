ALTER TABLE `students` ADD `pain` json;
