/** What rows of every sort are made of. */
import type { IsoDate } from '../../calendar/day';

export type Id = string;

export const COLOURS = ['woad', 'weld', 'moss', 'plum', 'umber', 'slate', 'teal', 'heather'] as const;
export type Colour = (typeof COLOURS)[number];
export const ORNAMENTS = ['leaf', 'star', 'wheel', 'bell', 'fish', 'acorn', 'moon', 'knot'] as const;
export type Ornament = (typeof ORNAMENTS)[number];

/** A range of days, both ends in it. */
export interface ClosedRange {
  id: Id;
  from: IsoDate;
  to: IsoDate;
  label: string;
}

export const KINDS = ['introduce', 'practise', 'review', 'apply', 'assess', 'read', 'make', 'drill'] as const;
/** What a step is for. */
export type Kind = (typeof KINDS)[number];
export const PRESENCES = ['with', 'start', 'near', 'alone'] as const;
/**
 * Where the teacher is: `with` beside the child; `start` beside them for the first minutes; `near` in earshot;
 * `alone` not needed.
 */
export type Presence = (typeof PRESENCES)[number];
