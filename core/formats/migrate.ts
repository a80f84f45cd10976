import type { Settings } from '../household/types';

type File = Record<string, unknown>;

/** What version 2 added to the settings. */
export function fillSettings(settings: Partial<Settings>): void {
  settings.scope ??= 'mastered';
  settings.mastery ??= 'hold';
}

/** Steps from each version to the next, in order; a step never changes once its version has been written to a disk. */
const STEPS: Record<number, (file: File) => File> = {
  1: (file) => {
    const settings = { ...(file['settings'] as Partial<Settings> | null) };
    fillSettings(settings);
    return { ...file, settings, proofs: [], jottings: [] };
  },
};

/** Brings the content of a backup file from its version to the newest one. The file's own fields are not checked here. */
export function migrate(file: File, version: number): File {
  let next = file;
  for (let v = version, step = STEPS[v]; step; step = STEPS[++v]) next = { ...step(next), version: v + 1 };
  return next;
}
