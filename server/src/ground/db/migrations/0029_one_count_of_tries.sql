UPDATE `tokens` SET `ends_at` = least(`ends_at`, utc_timestamp(3) + interval 366 day);
