/** Thresholds of the words: a fact of the trade each, common practice, no source. */
export const FLASH_SHARE = 0.55;
export const SEASON_SHARE = 0.33;
export const SEASON_STRENGTH = 0.5;
export const ONCE_BEFORE = 0.35;
export const TREND_P = 0.05;
export const TREND_YEAR = 0.05;
