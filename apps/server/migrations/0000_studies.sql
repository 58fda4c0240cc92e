CREATE TABLE `notes` (
	`key` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `studies` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`folded` text NOT NULL,
	`document` text NOT NULL,
	`thumbnail` text NOT NULL,
	`duration` real NOT NULL,
	`revision` integer NOT NULL,
	`created_at` integer NOT NULL,
	`changed_at` integer NOT NULL,
	`deleted_at` integer
);
--> statement-breakpoint
CREATE INDEX `studies_changed` ON `studies` (`deleted_at`,`changed_at`);