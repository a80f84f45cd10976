import type { LightDay, Settings } from '../household/types';

type File = Record<string, unknown>;

/** What version 2 added to the settings. */
export function fillSettings(settings: Partial<Settings>): void {
  settings.scope ??= 'mastered';
  settings.mastery ??= 'hold';
}

/** The school's hours that version 3 added to the settings. */
export function fillHours(settings: Partial<Settings>): void {
  settings.dayFrom ??= '08:30';
  settings.dayTo ??= '15:30';
}

/** A school year of version 2 in the form of version 3: light weekdays with a share each, a requirement in place of a target. */
export function yearOfVersion3(year: Record<string, unknown>): Record<string, unknown> {
  if (!('lightDays' in year)) return year;
  const { lightDays, lightShare, targetDays, ...rest } = year;
  const light = Array.isArray(lightDays)
    ? lightDays.map((weekday) => ({ weekday, share: lightShare }) as LightDay)
    : [];
  return { ...rest, light, special: [], requirement: { days: targetDays, meets: 'both' }, own: [] };
}

/** Steps from each version to the next, in order; a step never changes once its version has been written to a disk. */
const STEPS: Record<number, (file: File) => File> = {
  1: (file) => {
    const settings = { ...(file['settings'] as Partial<Settings> | null) };
    fillSettings(settings);
    return { ...file, settings, proofs: [], jottings: [] };
  },
  2: (file) => {
    const settings = { ...(file['settings'] as Partial<Settings> | null) };
    fillHours(settings);
    const years = Array.isArray(file['years'])
      ? file['years'].map((y: unknown) => (typeof y === 'object' && y !== null ? yearOfVersion3(y as File) : y))
      : file['years'];
    const calendar = { absences: [], aways: [], calendars: [], feeds: [], attendance: [] };
    const shelf = { loops: [], links: [], overlaps: [], rituals: [], ritualMarks: [] };
    return { ...file, settings, years, ...calendar, ...shelf };
  },
  3: (file) => ({ ...file, ticks: [] }),
  // Version 5 only adds fields that need not be there.
  4: (file) => file,
};

/** Brings the content of a backup file from its version to the newest one. The file's own fields are not checked here. */
export function migrate(file: File, version: number): File {
  let next = file;
  for (let v = version, step = STEPS[v]; step; step = STEPS[++v]) next = { ...step(next), version: v + 1 };
  return next;
}
