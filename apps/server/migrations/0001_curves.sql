CREATE TABLE `curves` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`notation` text NOT NULL,
	`tags` text NOT NULL,
	`notes` text NOT NULL,
	`duration` real NOT NULL,
	`revision` integer NOT NULL,
	`created_at` integer NOT NULL,
	`changed_at` integer NOT NULL,
	`deleted_at` integer
);
--> statement-breakpoint
CREATE INDEX `curves_changed` ON `curves` (`deleted_at`,`changed_at`);