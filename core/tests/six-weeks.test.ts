import { describe, expect, it } from 'vitest';
import { childCount } from '../attendance';
import { type Day, fromDay, paintDays, toDay } from '../calendar';
import { nodsTo, waitingTicks } from '../day';
import { known, markStep, markSteps, proofFailed, stopDay, tickOff } from '../deeds';
import { byId, type Household, type Put } from '../household';
import { makeTrack, progressOf, reserveOf } from '../pace';
import { inHand } from '../words';
import { afterDeed } from './apply';
import { aChild, aCourse, aHousehold, anEnrolment, aYear } from './make';

/**
 * Six weeks of two children by hand: what happened on each day, and the figures that a parent with a ruled notebook would
 * have in the evening (common practice: strike a sheet when it is done, count the squares that are left, count the school
 * days that are left, and take one from the other). Nell, eleven, has a sheet of sums every day; Asa, seven, letters from
 * Monday to Thursday; both hear a tale on Monday, Wednesday and Friday.
 */
const year = aYear({ start: '2026-09-07', end: '2026-10-16', requirement: { days: 21, meets: 'both' } });
const COURSES = {
  sums: { kids: ['Nell'], steps: 26, weekdays: [1, 2, 3, 4, 5] },
  letters: { kids: ['Asa'], steps: 20, weekdays: [1, 2, 3, 4] },
  tales: { kids: ['Nell', 'Asa'], steps: 12, weekdays: [1, 3, 5] },
} as const;
type Name = keyof typeof COURSES;

class Home {
  today: Day = toDay('2026-09-07');
  private n = 0;
  state: Household = aHousehold({
    years: [year],
    children: [aChild('Nell', { born: '2015-02-01' }), aChild('Asa', { born: '2019-02-01' })],
    courses: Object.entries(COURSES).map(([id, c]) =>
      aCourse(id, { lessons: c.steps, perLesson: [{ kind: 'practise', count: 1 }] }),
    ),
    enrolments: Object.entries(COURSES).map(([id, c]) =>
      anEnrolment(id, id, { childIds: [...c.kids], weekdays: [...c.weekdays] }),
    ),
  });
  readonly newId = () => `n${++this.n}`;
  private do(puts: readonly Put[]) {
    this.state = afterDeed(this.state, puts);
  }
  private next(name: Name) {
    return {
      enrolmentId: name,
      stepId: progressOf(this.state, byId(this.state.enrolments, name)!).next!.id,
      day: this.today,
    };
  }
  done(...names: Name[]) {
    for (const n of names) this.do(markStep(this.state, this.next(n), 'done', this.newId));
  }
  partly(name: Name) {
    this.do(markStep(this.state, this.next(name), 'partly', this.newId));
  }
  alreadyKnown(name: Name) {
    this.do(markSteps(this.state, [this.next(name)], 'known', this.newId));
  }
  sick(child: string, from: string, to: string) {
    const row = { id: this.newId(), childIds: [child], from, to, why: 'sick' as const, label: '' };
    this.do([{ table: 'absences', put: row }]);
  }
  close(from: string, to: string) {
    const now = this.state.years[0]!;
    const put = paintDays(now, toDay(from), toDay(to), { kind: 'close', label: 'closed' });
    this.do([{ table: 'years', put }]);
  }
  stop() {
    this.do(stopDay(this.state, [], [], this.today, this.newId));
  }
  prove(name: Name, last: string) {
    this.do(known(this.state, this.next(name), last, false, this.newId));
  }
  proofWentBadly() {
    this.do(proofFailed(this.state, this.state.proofs.at(-1)!.id, this.today, this.newId));
  }
  tick(child: string, name: Name) {
    const { enrolmentId, stepId } = this.next(name);
    const of = { kind: 'step' as const, enrolmentId, stepId };
    this.do(tickOff(this.state, { childId: child, date: fromDay(this.today), of }, true, this.newId));
  }
  nod() {
    const { made, settled } = nodsTo(
      this.state,
      waitingTicks(this.state).map((t) => t.tick),
      this.newId,
    );
    this.do([...made, ...settled.map((id): Put => ({ table: 'ticks', remove: id }))]);
  }
  /** Of each course the steps left and the days in hand, then the days of school of each child. */
  evening(): string {
    const now = this.state.years[0]!;
    const courses = (Object.keys(COURSES) as Name[]).map((name) => {
      const e = byId(this.state.enrolments, name)!;
      const { daysInHand } = reserveOf(makeTrack(this.state, now, e, this.today), now);
      const left = progressOf(this.state, e).open;
      return left === 0 ? 'over' : `${left} ${daysInHand}`;
    });
    const days = this.state.children.map((c) => childCount(this.state, now, c, this.today).days.counted);
    return `${courses.join(' · ')} · ${days.join(' ')}`;
  }
}

/** What happened, and the evening: sums, letters and tales (steps left, days in hand), days of school of Nell and of Asa. */
type Row = [date: string, deeds: (home: Home) => void, evening: string];
const WEEKS: Row[] = [
  ['2026-09-07', (h) => h.done('sums', 'letters', 'tales'), '25 4 · 19 4 · 11 6 · 1 1'],
  ['2026-09-08', (h) => h.done('sums', 'letters'), '24 4 · 18 4 · 11 6 · 2 2'],
  // Half a sheet is a sitting, and the sheet is still to do.
  ['2026-09-09', (h) => (h.partly('sums'), h.done('letters', 'tales')), '24 3 · 17 4 · 10 6 · 3 3'],
  ['2026-09-10', (h) => h.done('sums', 'letters'), '23 3 · 16 4 · 10 6 · 4 4'],
  ['2026-09-11', (h) => h.done('sums', 'tales'), '22 3 · 16 4 · 9 6 · 5 5'],
  // Nell is sick for two days: only her sums wait, and the tale is heard without her.
  [
    '2026-09-14',
    (h) => (h.sick('Nell', '2026-09-14', '2026-09-15'), h.done('letters', 'tales')),
    '22 1 · 15 4 · 8 6 · 5 6',
  ],
  ['2026-09-15', (h) => h.done('letters'), '22 1 · 14 4 · 8 6 · 5 7'],
  // A letter that Asa knows costs no sitting and earns a day.
  ['2026-09-16', (h) => (h.alreadyKnown('letters'), h.done('sums', 'letters', 'tales')), '21 1 · 12 5 · 7 6 · 6 8'],
  ['2026-09-17', (h) => h.close('2026-09-17', '2026-09-17'), '21 0 · 12 4 · 7 6 · 6 8'],
  // The day is ended after the sums: the tale is carried.
  ['2026-09-18', (h) => (h.done('sums'), h.stop()), '20 0 · 12 4 · 7 5 · 7 8'],
  ['2026-09-21', (h) => h.done('sums', 'letters', 'tales'), '19 0 · 11 4 · 6 5 · 8 9'],
  ['2026-09-22', (h) => h.done('sums', 'sums', 'letters'), '17 1 · 10 4 · 6 5 · 9 10'],
  ['2026-09-23', (h) => h.done('sums', 'letters', 'tales'), '16 1 · 9 4 · 5 5 · 10 11'],
  ['2026-09-24', (h) => h.done('sums', 'letters'), '15 1 · 8 4 · 5 5 · 11 12'],
  // In the evening a week away is decided on: five sums, four letters and three tales cannot be held.
  ['2026-09-25', (h) => (h.done('sums', 'tales'), h.close('2026-09-28', '2026-10-02')), '14 -4 · 8 0 · 4 2 · 12 13'],
  ['2026-10-02', () => undefined, '14 -4 · 8 0 · 4 2 · 12 13'],
  // Three sheets are proved known.
  ['2026-10-05', (h) => (h.prove('sums', 'L15-1'), h.done('sums', 'letters', 'tales')), '10 -1 · 7 0 · 3 2 · 13 14'],
  ['2026-10-06', (h) => h.done('sums', 'sums', 'letters'), '8 0 · 6 0 · 3 2 · 14 15'],
  // The proof was none: all three are to do again, and nothing was worked for it.
  ['2026-10-07', (h) => (h.done('sums', 'letters', 'tales'), h.proofWentBadly()), '10 -3 · 5 0 · 2 2 · 15 16'],
  // Asa ticked, and nobody has answered: it is not done yet, and the day not held.
  ['2026-10-08', (h) => (h.done('sums', 'sums'), h.tick('Asa', 'letters')), '8 -2 · 5 0 · 2 2 · 16 16'],
  ['2026-10-09', (h) => (h.nod(), h.done('sums', 'sums', 'tales')), '6 -1 · 4 0 · 1 2 · 17 18'],
  ['2026-10-12', (h) => h.done('sums', 'sums', 'letters', 'tales'), '4 0 · 3 0 · over · 18 19'],
  ['2026-10-13', (h) => h.done('sums', 'letters'), '3 0 · 2 0 · over · 19 20'],
  ['2026-10-14', (h) => h.done('sums', 'letters'), '2 0 · 1 0 · over · 20 21'],
  ['2026-10-15', (h) => h.done('sums', 'letters'), '1 0 · over · over · 21 22'],
  ['2026-10-16', (h) => h.done('sums'), 'over · over · over · 22 22'],
];

describe('six weeks, by hand', () => {
  it('every evening says what the notebook says', () => {
    const home = new Home();
    for (const [date, deeds, evening] of WEEKS) {
      home.today = toDay(date);
      deeds(home);
      expect([date, home.evening()]).toEqual([date, evening]);
    }
  });

  it('in words: short, in hand, and none', () => {
    expect([-4, 0, 1].map(inHand)).toEqual(['4 days short', 'no day in hand', '1 day in hand']);
  });
});
