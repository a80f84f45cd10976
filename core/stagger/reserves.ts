import { catchUpDays, type Day, isOver } from '../calendar';
import { byId, type Household, type Id, type SchoolYear } from '../household';
import { makeTrack, morningReserve, type Reserve, reserveOf } from '../pace';
import type { Problem } from './types';

/** Days in hand and earliest end of each enrolment that is planned: as of now, and as they stood before today's marks. */
export interface Reserves {
  now: [Id, Reserve][];
  morning: [Id, Reserve][];
}

export function reservesOf(state: Household, year: SchoolYear, today: Day, problem: Problem): Reserves {
  const kept = catchUpDays(year).length > 0;
  const made: Reserves = { now: [], morning: [] };
  // Of a year that is over nothing is in hand, and nothing short: what is left is planned in the next.
  if (isOver(year, today)) return made;
  for (const track of problem.tracks)
    for (const id of track.members) {
      const enrolment = byId(state.enrolments, id)!;
      // Days kept to catch up on are in hand, though nothing is planned on them; what waits at a gate counts as if it
      // opened today. The planner's track may lack both.
      const asPlanned = !kept && track.waiting === 0 && track.members.length === 1;
      made.now.push([id, reserveOf(asPlanned ? track : makeTrack(state, year, enrolment, today), year)]);
      made.morning.push([id, morningReserve(state, year, enrolment, today)]);
    }
  return made;
}
