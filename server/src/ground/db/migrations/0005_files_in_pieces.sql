INSERT IGNORE INTO `upload_pieces` (`upload_id`, `place`, `bytes`) SELECT `id`, 0, `content` FROM `uploads`;--> statement-breakpoint
ALTER TABLE `uploads` DROP COLUMN `content`;
