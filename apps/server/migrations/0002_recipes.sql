CREATE TABLE `recipes` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`document` text NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer
);
--> statement-breakpoint
CREATE INDEX `recipes_made` ON `recipes` (`deleted_at`,`created_at`);--> statement-breakpoint
ALTER TABLE `studies` ADD `digest` text;