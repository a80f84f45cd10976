import { expose } from 'comlink';
import { readCalendar } from '../core/ical';

const reader = { read: readCalendar };

export type CalendarWorker = typeof reader;
expose(reader);
