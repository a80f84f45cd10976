import type { Day } from '../../core/calendar';
import type { Enrolment } from '../../core/household';
import type { Held } from './move-note';

/** What can be done to a sitting of the week, by dragging, by keys and by its menu alike. */
export interface MoveActions {
  /** Moves a sitting; false (with a notice) when it cannot stand there. */
  move: (enrolment: Enrolment, from: Day, to: Day) => boolean;
  letGo: (enrolment: Enrolment, day: Day) => void;
  /** A sitting is held over another day, or no longer: what letting it go there costs is told. */
  hold: (held: Held | undefined) => void;
}
