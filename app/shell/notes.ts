/** Names of what is noted beside a household, without being part of it. */
export const LAST_BACKUP = 'last backup';
/** The last settled plan; it is derived, and never part of a backup. */
export const KEPT_PLAN = 'plan';
/** What the last calendar file held, so that the next one takes out what has gone. */
export const SENT = 'calendar sent';
