import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { yearWithOutside } from '../../core/calendar';
import { byId, type SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';

/** The year looked at, kept while one walks from page to page; a reload begins with the year of today again. */
let chosen = '';

/** The school year that the year's pages show: the one chosen, else that of today. `current` is that of today. */
export function useViewYear(): { year: SchoolYear | undefined; current: SchoolYear | undefined } {
  const { household, year: current } = useHousehold();
  const [params] = useSearchParams();
  const asked = params.get('year');
  useEffect(() => {
    if (asked !== null) chosen = asked;
  }, [asked]);
  const stored = byId(household.years, asked ?? chosen);
  return { year: stored ? yearWithOutside(household, stored) : current, current };
}
