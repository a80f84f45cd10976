import { toDay } from '../../core/calendar';
import type { DateStyle, Household, Pin } from '../../core/household';
import type { Put } from '../../store';
import { dayAndDate } from './dates';

type Commit = (words: string, puts: (now: Household) => readonly Put[]) => Promise<boolean>;

/** Stores a pin in place of any that the same step has. */
export function keepPin(commit: Commit, name: string, pin: Omit<Pin, 'id'>, style: DateStyle): Promise<boolean> {
  return commit(`${name} begins ${dayAndDate(style, toDay(pin.date))}`, (now) => pinPuts(now, pin));
}

/** What is stored when a step is pinned. */
export const pinPuts = (now: Household, pin: Omit<Pin, 'id'>): Put[] => [
  ...now.pins
    .filter((p) => p.enrolmentId === pin.enrolmentId && p.stepId === pin.stepId)
    .map((p): Put => ({ table: 'pins', remove: p.id })),
  { table: 'pins', put: { id: crypto.randomUUID(), ...pin } },
];
