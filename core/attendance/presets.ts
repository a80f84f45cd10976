import { ageOn } from '../calendar';
import type { Child, Requirement, SchoolYear } from '../household';

/** A requirement that a published rule asks for. Every one is from memory: check your own law. */
export interface Preset {
  id: string;
  name: string;
  /** Where the rule is published. */
  source: string;
  requirement: Omit<Requirement, 'preset'>;
  note?: string;
}

const days = (n: number): Preset['requirement'] => ({ days: n, meets: 'both' });

/** Rules of home education that count days or hours, from memory. Many places count nothing. */
export const PRESETS: readonly Preset[] = [
  {
    id: 'us-co',
    name: 'Colorado',
    source: 'Colorado Revised Statutes 22-33-104.5 (3)(c)',
    requirement: { days: 172, hours: 688, meets: 'both' },
    note: '172 days averaging four hours a day',
  },
  {
    id: 'us-ga',
    name: 'Georgia (US)',
    source: 'Official Code of Georgia 20-2-690 (c)(5)',
    requirement: { days: 180, hours: 810, meets: 'both' },
    note: '180 days of four and a half hours',
  },
  {
    id: 'us-mo',
    name: 'Missouri',
    source: 'Revised Statutes of Missouri 167.031',
    requirement: { hours: 1000, meets: 'both' },
    note: 'part of the hours must be in named subjects, which is not counted here',
  },
  {
    id: 'us-nd',
    name: 'North Dakota',
    source: 'North Dakota Century Code 15.1-23-04',
    requirement: { days: 175, hours: 700, meets: 'both' },
    note: '175 days of four hours',
  },
  {
    id: 'us-ny-6',
    name: 'New York, grades 1 to 6',
    source: '8 NYCRR 100.10 (f)',
    requirement: { hours: 900, meets: 'both' },
  },
  {
    id: 'us-ny-12',
    name: 'New York, grades 7 to 12',
    source: '8 NYCRR 100.10 (f)',
    requirement: { hours: 990, meets: 'both' },
  },
  {
    id: 'us-pa-e',
    name: 'Pennsylvania, elementary',
    source: 'Pennsylvania School Code, 24 P.S. 13-1327.1',
    requirement: { days: 180, hours: 900, meets: 'either' },
  },
  {
    id: 'us-pa-s',
    name: 'Pennsylvania, secondary',
    source: 'Pennsylvania School Code, 24 P.S. 13-1327.1',
    requirement: { days: 180, hours: 990, meets: 'either' },
  },
  {
    id: 'us-tn',
    name: 'Tennessee',
    source: 'Tennessee Code 49-6-3050',
    requirement: { days: 180, hours: 720, meets: 'both' },
    note: '180 days of four hours',
  },
  {
    id: 'us-wi',
    name: 'Wisconsin',
    source: 'Wisconsin Statutes 118.165 (1)(c)',
    requirement: { hours: 875, meets: 'both' },
  },
  { id: 'round-180', name: 'A round 180 days', source: 'common practice', requirement: days(180) },
];

/** The preset that a requirement was taken from, as long as it still asks for the same. */
export function presetOf(requirement: Requirement): Preset | undefined {
  const preset = PRESETS.find((p) => p.id === requirement.preset);
  if (!preset) return undefined;
  const { days: d, hours, meets } = preset.requirement;
  return d === requirement.days && hours === requirement.hours && meets === requirement.meets ? preset : undefined;
}

const NOTHING: Requirement = { meets: 'both' };

type Required = Pick<SchoolYear, 'start' | 'end' | 'requirement' | 'own'>;
type Asked = Pick<Child, 'id' | 'born' | 'until'>;
/**
 * What is required of a child in a year: their own requirement, or the year's. Of a child below the age that the household has
 * set for it, on the first day of the year, nothing is; nor of one who leaves before the year ends, since its days are counted on
 * elsewhere (common practice), unless it has a figure of its own.
 */
export function requirementOf(year: Required, child: Asked): Requirement {
  const leaves = child.until !== undefined && child.until < year.end;
  return leaves && !ownOf(year, child) ? NOTHING : requiredHere(year, child);
}
/** The same for as long as the child is here: its days are asked about, whether or not it stays to the end. */
export function requiredHere(year: Required, child: Asked): Requirement {
  const { fromAge } = year.requirement;
  const tooYoung = fromAge !== undefined && ageOn(child.born, year.start) < fromAge;
  return ownOf(year, child) ?? (tooYoung ? NOTHING : year.requirement);
}
const ownOf = (year: Required, { id }: Asked): Requirement | undefined =>
  year.own.find((o) => o.childId === id)?.requirement;
/** Whether anything is required at all. */
export const asksAnything = ({ days, hours }: Requirement): boolean => days !== undefined || hours !== undefined;
