import { describe, expect, it } from 'vitest';
import { fromDay, minutesOf } from '../calendar';
import { type Enrolment, inOrderOfDay, type Kind, type OrderRule, type Ritual } from '../household';
import { comingOf, workOf } from '../attendance';
import { markSteps, ritualDone, ritualUndone } from '../deeds';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { DATE, day, dayCourse, family, laidOut, pageOf, year } from '../tests/family';
import { aMark, aTeacher, MON_TO_FRI } from '../tests/make';
import { childWeek, dayPage, type DayRow, gamesOn, gameWords, nodsTo, nodTo, tasksOn, waitingTicks } from './index';

type Family = ReturnType<typeof family>;
const withEnrolment = (h: Family, id: string, change: Partial<Enrolment>): Family => ({
  ...h,
  enrolments: h.enrolments.map((e) => (e.id === id ? { ...e, ...change } : e)),
});
const aRitual = (change: Partial<Ritual> = {}): Ritual => ({
  id: 'game',
  title: 'Shop at the lock',
  childIds: ['six', 'nine'],
  teacherId: 'T',
  weekdays: MON_TO_FRI,
  minutes: 25,
  presence: 'with',
  ...change,
});
const at = (h: Family, id: string) => laidOut(h).pieces.filter((p) => p.task.id.startsWith(id));

describe('an older sibling as helper', () => {
  const helped = withEnrolment(family(), 'sums-six', { helper: { childId: 'twelve', kinds: ['practise'] } });

  it('sits beside the child all through, a teacher in earshot and free for others', () => {
    const layout = laidOut(helped);
    const own = layout.pieces.filter((p) => p.task.id.startsWith('sums-six'));
    expect(own.length).toBeGreaterThan(0);
    for (const p of own) {
      expect(p.task).toMatchObject({ presence: 'near', helper: { id: 'twelve' } });
      expect(p.taughtTo).toBe(p.from);
      // The helper does nothing of her own meanwhile.
      const clash = layout.pieces.find(
        (o) => o !== p && o.task.children.some((c) => c.id === 'twelve') && o.from < p.to && p.from < o.to,
      );
      expect(clash).toBeUndefined();
    }
  });

  it('is sick: the teacher has to sit there', () => {
    const absences = [{ id: 's', childIds: ['twelve'], from: DATE, to: DATE, why: 'sick' as const, label: '' }];
    const [task] = tasksOn({ ...helped, absences }, year, pageOf({ ...helped, absences })).filter((t) =>
      t.id.startsWith('sums-six'),
    );
    expect(task).toMatchObject({ presence: 'with' });
    expect(task!.helper).toBeUndefined();
  });

  it('does not take a new lesson of the teacher, and sees on her own page whom she helps', () => {
    const lessons = { ...helped, courses: [...helped.courses.slice(0, 1), dayCourse('sums', 20, 'with', 'introduce')] };
    const own = withEnrolment(lessons, 'sums-six', { helper: { childId: 'twelve', kinds: ['introduce'] } });
    // With a day’s allowance for all three, each begins on the day; the helped one begins nothing of the teacher’s.
    const fresh = (h: Family) =>
      pageOf({ ...h, settings: { ...h.settings, wishes: { newLessons: 3 } } })
        .groups.flatMap((g) => g.sittings.flatMap((s) => s.rows))
        .filter((r) => r.fresh)
        .map((r) => r.enrolment.id);
    expect(fresh(lessons)).toContain('sums-six');
    expect(fresh(own)).toEqual(fresh(lessons).filter((id) => id !== 'sums-six'));
    const week = (id: string) =>
      childWeek(
        helped,
        year,
        undefined,
        helped.children.find((c) => c.id === id)!,
        pageOf(helped).day,
      );
    const marked = { ...helped, marks: [aMark('sums-six', 'L1-1', 'done', DATE)] };
    const [monday] = childWeek(marked, year, undefined, helped.children[0]!, pageOf(helped).day);
    expect(monday!.items.find((x) => x.kind === 'help')).toMatchObject({ title: 'sums', others: [{ id: 'six' }] });
    expect(monday!.minutes).toBe(0);
    expect(week('nine')[0]!.items.some((x) => x.kind === 'help')).toBe(false);
  });
});

describe('a game round the table', () => {
  const h = { ...family(), rituals: [aRitual({ sheets: ['sums-six', 'sums-nine'] })] };

  it('does every child’s sheet at once: their minutes are the game’s', () => {
    const rows = gamesOn(h, year, pageOf(h)).get('game')!;
    expect(gameWords(h, rows, day)).toBe('sums Lesson 1 (six) and sums Lesson 1 (nine)');
    // Of a lesson that has more to it, which of its steps; two of one lesson in one breath.
    const [row] = rows as [DayRow];
    const lesson = { ...row.step.lesson, steps: [...row.step.lesson.steps, { id: 'r', kind: 'review' as const }] };
    const of = (kind: Kind): DayRow => ({ ...row, step: { ...row.step, lesson, kind } });
    expect(gameWords(h, [of('practise')], day)).toBe('sums Lesson 1 (practise, six)');
    expect(gameWords(h, [of('practise'), of('review')], day)).toBe('sums Lesson 1 (six)');
    expect(rows.map((r) => r.enrolment.id).sort()).toEqual(['sums-nine', 'sums-six']);
    const tasks = tasksOn(h, year, pageOf(h));
    expect(tasks.filter((t) => /^sums-(six|nine)/.test(t.id))).toEqual([]);
    expect(tasks.find((t) => t.ritual)).toMatchObject({ minutes: 25, pieces: 1 });
    expect(tasks.some((t) => t.id.startsWith('sums-twelve'))).toBe(true);
  });

  it('leaves out the sheets of who is not at the table, what is marked already, and everything once it is done', () => {
    const out = { ...h, rituals: [aRitual({ childIds: ['six'], sheets: ['sums-six', 'sums-nine'] })] };
    expect(
      gamesOn(out, year, pageOf(out))
        .get('game')!
        .map((r) => r.enrolment.id),
    ).toEqual(['sums-six']);
    const marked = { ...h, marks: [aMark('sums-six', 'L1-1', 'done', DATE)] };
    expect(
      gamesOn(marked, year, pageOf(marked))
        .get('game')!
        .map((r) => r.enrolment.id),
    ).toEqual(['sums-nine']);
    const done = { ...h, ritualMarks: [{ id: 'r', ritualId: 'game', date: DATE }] };
    expect(gamesOn(done, year, pageOf(done)).size).toBe(0);
  });

  it('does the sheet of a course whose other child has left: it is not waited for', () => {
    const left = {
      ...h,
      children: h.children.map((c) => (c.id === 'nine' ? { ...c, until: fromDay(day - 1) } : c)),
      enrolments: h.enrolments.map((e) => (e.id === 'sums-six' ? { ...e, childIds: ['six', 'nine'] } : e)),
    };
    const plan = makePlan(makeProblem(left, year, day), { sweeps: 4, seed: 1 });
    const rows = gamesOn(left, year, dayPage(left, plan, day)).get('game')!;
    expect(rows.map((r) => r.enrolment.id)).toEqual(['sums-six']);
    // Its minutes are those of the game, to come as well.
    const without = { ...left, rituals: [] };
    const own = rows.reduce((n, r) => n + r.minutes, 0);
    const planned = (x: Family) => comingOf(x, year, plan).planned('six', day);
    expect(planned(left)).toBe(planned(without) - own + 25);
  });

  it('is all the time that its sheets take: done, to come, and in their own time again once the game is taken back', () => {
    const on = (r: DayRow) => ({ enrolmentId: r.enrolment.id, stepId: r.step.id, day });
    const plan = makePlan(makeProblem(h, year, day), { sweeps: 4, seed: 1 });
    const page = dayPage(h, plan, day);
    const sheets = gamesOn(h, year, page).get('game')!;
    const rest = page.groups.flatMap((g) => g.sittings.flatMap((s) => s.rows)).filter((r) => !sheets.includes(r));
    const [game] = h.rituals as [Ritual];
    // What is still to be done by the day's own head is what is not answered at it.
    for (const { child, minutesLeft } of page.children)
      expect(minutesLeft).toBe(
        rest.filter((r) => r.enrolment.childIds.includes(child.id)).reduce((m, r) => m + r.minutes, 0),
      );
    let n = 0;
    const played = afterDeed(
      h,
      ritualDone(h, game, sheets.map(on), day, () => `n${++n}`),
    );
    const all = afterDeed(
      played,
      markSteps(played, rest.map(on), 'done', () => `n${++n}`),
    );
    for (const child of ['six', 'nine']) {
      const sheet = sheets.filter((r) => r.enrolment.childIds.includes(child)).reduce((m, r) => m + r.minutes, 0);
      expect(workOf(played, child).get(day)).toBe(25);
      // What was planned for the day is what is counted once it is done.
      expect(comingOf(h, year, plan).planned(child, day)).toBe(workOf(all, child).get(day));
      const back = afterDeed(all, ritualUndone(all, game, day));
      expect(workOf(back, child).get(day)).toBe(workOf(all, child).get(day)! - 25 + sheet);
    }
    expect(
      afterDeed(
        played,
        ritualDone(played, game, sheets.map(on), day, () => `n${++n}`),
      ),
    ).toEqual(played);
  });
});

describe('on the way', () => {
  const drive = (teacherIds: string[]) => ({
    id: 'drive',
    label: 'Swimming, for the youngest',
    childIds: ['six'],
    teacherIds,
    from: DATE,
    to: DATE,
    weekdays: [],
    everyWeeks: 1,
    start: '09:00',
    end: '10:00',
    travel: 30,
    breaks: [],
    takesDay: [],
    along: ['nine'],
    counts: false,
  });
  const ride = { from: minutesOf('08:30'), to: minutesOf('10:30') };
  const base = withEnrolment(family(), 'letters-nine', { portable: ['practise'] });

  it('who rides along does what is portable there, and nothing else', () => {
    const h = { ...base, aways: [drive(['T'])] };
    const inside = laidOut(h).pieces.filter(
      (p) => p.task.children.some((c) => c.id === 'nine') && p.from < ride.to && p.to > ride.from,
    );
    expect(inside.map((p) => p.task.title)).toEqual(['letters']);
  });

  it('work that needs somebody in earshot goes along only where a teacher does', () => {
    const near = { ...base, courses: [...base.courses.slice(0, 2), dayCourse('letters', 30, 'near')] };
    const from = (teacherIds: string[]) => at({ ...near, aways: [drive(teacherIds)] }, 'letters-nine')[0]!.from;
    expect(from(['T'])).toBe(ride.from);
    expect(from([])).toBeGreaterThanOrEqual(ride.to);
  });
});

describe('by the clock', () => {
  it('a course with a fixed time starts then; laid out anew behind it, whenever there is room', () => {
    const h = withEnrolment(family(), 'letters-twelve', { at: '11:40' });
    expect(at(h, 'letters-twelve').map((p) => p.from)).toEqual([minutesOf('11:40')]);
    const restart = { date: DATE, from: '12:10', seq: 0, asleep: [] };
    const late = { ...h, settings: { ...h.settings, restart } };
    expect(at(late, 'letters-twelve')[0]!.from).toBeGreaterThanOrEqual(minutesOf('12:10'));
    const game = { ...family(), rituals: [aRitual({ at: '10:00' })] };
    expect(at(game, 'ritual game')[0]!.from).toBe(minutesOf('10:00'));
  });

  it('a teacher is beside a child within the hours they teach, and nobody is near outside of them', () => {
    const hours = [
      { weekday: 1 as const, from: '09:00', to: '10:00' },
      { weekday: 1 as const, from: '11:00', to: '13:30' },
    ];
    const layout = laidOut({ ...family(), teachers: [aTeacher('T', { hours })] });
    const taught = layout.pieces.filter((p) => p.taughtTo > p.from);
    expect(taught.length).toBeGreaterThan(3);
    for (const p of taught) {
      const inside = hours.some((x) => minutesOf(x.from) <= p.from && p.taughtTo <= minutesOf(x.to));
      expect(inside).toBe(true);
    }
  });
});

describe('the order of the day', () => {
  it('follows the household’s rule where nothing is put in order by hand', () => {
    const base = family({
      courses: [
        dayCourse('rivers', 30, 'with', 'read'),
        dayCourse('sums', 30, 'with'),
        dayCourse('letters', 10, 'alone'),
      ],
    });
    const order = (orderRule: OrderRule, own: string[] = []) =>
      inOrderOfDay({ ...base, settings: { ...base.settings, orderRule, order: own } }).map((e) => e.id);
    expect(order('youngest')[1]).toMatch(/-six$/);
    expect(order('eldest')[1]).toMatch(/-twelve$/);
    expect(order('short')[1]).toMatch(/^letters-/);
    expect(order('beside')[1]).toMatch(/^sums-/);
    for (const rule of ['youngest', 'eldest', 'short', 'beside'] as const) expect(order(rule)[0]).toBe('rivers');
    expect(order('short', ['sums-nine']).slice(0, 2)).toEqual(['sums-nine', 'rivers']);
  });
});

describe('a child’s tick', () => {
  const tick = (id: string, of: Parameters<typeof nodTo>[1]['of']) => ({ id, childId: 'nine', date: DATE, of });
  const step = tick('t1', { kind: 'step', enrolmentId: 'letters-nine', stepId: 'L1-1' });
  const ritual = tick('t2', { kind: 'ritual', ritualId: 'game' });
  const h = { ...family(), rituals: [aRitual()], ticks: [step, ritual] };

  it('waits, named by what it is about, and is on the child’s own page', () => {
    expect(waitingTicks(h).map((t) => [t.child.id, t.title, t.detail])).toEqual([
      ['nine', 'Shop at the lock', ''],
      ['nine', 'letters', 'Lesson 1, practise'],
    ]);
    const [monday] = childWeek(h, year, undefined, h.children[2]!, pageOf(h).day);
    expect(monday!.items.find((x) => x.kind === 'ritual')!.ticked?.id).toBe('t2');
  });

  it('becomes a mark of its day by a nod, and waits no longer once there is one', () => {
    const nod = nodTo(h, step, 'new');
    expect(nod).toMatchObject({ table: 'marks', put: { id: 'new', kind: 'done', date: DATE, stepId: 'L1-1' } });
    expect(nodTo(h, ritual, 'new')).toMatchObject({
      table: 'ritualMarks',
      put: { id: 'new', ritualId: 'game', date: DATE },
    });
    const marked = { ...h, marks: [aMark('letters-nine', 'L1-1', 'partly', DATE)] };
    expect(waitingTicks(marked).map((t) => t.tick.id)).toEqual(['t2']);
    expect(waitingTicks({ ...h, enrolments: [], rituals: [] })).toEqual([]);
    // The same ritual ticked by two is marked once, and both ticks are settled.
    let n = 0;
    const twice = { ...ritual, id: 't3', childId: 'six' };
    const nods = nodsTo({ ...h, ticks: [...h.ticks, twice] }, [step, ritual, twice], () => `n${++n}`);
    expect(nods.made.map((m) => m.table)).toEqual(['marks', 'ritualMarks']);
    expect(nods.settled).toEqual(['t1', 't2', 't3']);
  });
});
