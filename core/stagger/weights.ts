/** What the planner pays for each thing it would rather avoid. Whole numbers; the one table of them. */
export const WEIGHTS = {
  /** A step that finds no date in the school year. */
  unplaced: 20_000,
  /** A published or pinned step that stands on another date than the one it is held to: it does so only where it must. */
  held: 1_000_000,
  /** A step after the course's target date. */
  late: 1_000,
  /** Each new lesson above a teacher's allowance on a date. */
  clash: 100,
  /** Each minute above a teacher's or a child's hours on a date. */
  minute: 2,
  /** Each lesson by which two linked enrolments are apart at the end of a school day. */
  link: 5,
  /** Each sitting between a step and where its pace rule would like it. */
  drift: 1,
} as const;
