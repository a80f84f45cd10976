import { lazy, Suspense } from 'react';
import { crowdedTeachers, type DayPage } from '../../core/day';
import type { SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';
import { count } from '../ui/words';
import type { Note } from './notes';

// The ways out are for who opens the note.
const ClashWays = lazy(() => import('./clash-ways'));

/** That a teacher has more new lessons on the day than they can begin. */
export function useClashes(page: DayPage, year: SchoolYear | undefined, shown: boolean): Note | undefined {
  const { household } = useHousehold();
  const crowded = shown && year ? crowdedTeachers(household, year, page) : [];
  if (crowded.length === 0 || !year) return undefined;
  return {
    key: 'clashes',
    red: true,
    words: crowded.map((c) => `${c.teacher.name} has ${count(c.count, 'new lesson')} on this day`).join(' · '),
    body: (
      <Suspense fallback={<p className="py-1.5">…</p>}>
        <ClashWays page={page} year={year} />
      </Suspense>
    ),
  };
}
