/** Names of what is noted beside a household, without being part of it. */
export const SAMPLE_DAY = 'sample day';
export const LAST_BACKUP = 'last backup';
