import { describe, expect, it } from 'vitest';
import { fromDay, minutesOf } from '../calendar';
import { DATE, day, dayCourse, family, laidOut, pageOf, year } from '../tests/family';
import { aChild, aMark, anEnrolment } from '../tests/make';
import { attentionOf, carriedEarly, childWeek, freeParts, tasksOn } from './index';

describe('attention', () => {
  it('a six-year-old’s half hour comes in pieces, a twelve-year-old’s does not, family style is never cut (common practice)', () => {
    const tasks = tasksOn(family(), year, pageOf(family()));
    const pieces = (id: string) => tasks.find((t) => t.id.startsWith(`${id} `))!.pieces;
    // Six years and two: eight minutes at a go, four pieces in half an hour.
    expect(pieces('letters-six')).toBe(4);
    expect(pieces('letters-twelve')).toBe(1);
    expect(pieces('rivers')).toBe(1);
    expect(attentionOf(aChild('x', { born: '2017-09-08' }), day)).toBe(10);
    expect(attentionOf(aChild('x', { born: '2017-09-07' }), day)).toBe(Infinity);
    expect(attentionOf(aChild('x', { born: '2017-09-07', attention: 15 }), day)).toBe(15);
  });

  it('pieces have breaks between them, in which the teacher is free for others', () => {
    const layout = laidOut(family());
    const own = layout.pieces.filter((p) => p.task.id.startsWith('sums-six'));
    expect(own.map((p) => p.to - p.from)).toEqual([8, 7, 8, 7]);
    own.slice(1).forEach((p, k) => expect(p.from - own[k]!.to).toBeGreaterThanOrEqual(5));
  });
});

describe('what is put back in front', () => {
  it('without a sitting, or put off, takes no time of the day; taught without sticking it does', () => {
    const before = fromDay(day - 1);
    const marks = [
      aMark('sums-six', 'L1-1', 'done', before),
      aMark('sums-six', 'L1-1', 'again', DATE, { seq: 9 }),
      aMark('letters-six', 'L1-1', 'again', DATE, { seq: 9 }),
      aMark('sums-nine', 'L1-1', 'not today', DATE, { seq: 9 }),
    ];
    const h = family({ marks });
    const page = pageOf(h);
    const marked = page.groups.flatMap((g) => g.sittings.flatMap((s) => s.rows.filter((r) => r.mark)));
    expect(marked.map((r) => [r.enrolment.id, r.sits]).sort()).toEqual([
      ['letters-six', true],
      ['sums-nine', false],
      ['sums-six', false],
    ]);
    const drawn = tasksOn(h, year, page).flatMap((t) => (t.marked && t.row ? t.row.enrolment.id : []));
    expect(drawn).toEqual(['letters-six']);
    const list = (id: string) =>
      childWeek(
        h,
        year,
        undefined,
        h.children.find((c) => c.id === id)!,
        day,
      ).find((d) => d.day === day)!;
    // Of the six-year-old’s list the letters alone were sat for.
    expect([list('six').items.length, list('six').minutes, list('nine').minutes]).toEqual([2, 30, 0]);
  });
});

describe('the day laid out', () => {
  it('starts with what all do together, then one-to-one from the youngest up (common practice)', () => {
    const h = family({
      courses: [
        dayCourse('rivers', 30, 'with', 'read'),
        dayCourse('sums', 8, 'with'),
        dayCourse('letters', 8, 'alone'),
      ],
    });
    const layout = laidOut(h);
    expect(layout.unfit).toEqual([]);
    expect(layout.pieces[0]!.task.title).toBe('rivers');
    const first = (id: string) => layout.pieces.find((p) => p.task.id.startsWith(`sums-${id}`))!.from;
    expect(first('six')).toBeLessThan(first('twelve'));
    const [thread] = layout.threads;
    expect(thread!.parts.filter((p) => p.piece).reduce((n, p) => n + p.to - p.from, 0)).toBe(30 + 3 * 8);
    expect(freeParts(thread!.parts).every((p) => p.to - p.from >= 10)).toBe(true);
  });

  it('goes round a nap, keeps quiet time quiet, and reads aloud over a meal', () => {
    const at = (from: string, to: string) => ({ from, to, label: '' });
    const h = family();
    const windows = [
      { id: 'n', kind: 'nap' as const, ...at('08:30', '09:30'), childIds: ['six'] },
      { id: 'q', kind: 'quiet' as const, ...at('08:30', '10:00'), childIds: ['nine'] },
    ];
    const layout = laidOut({ ...h, settings: { ...h.settings, windows } });
    for (const p of layout.pieces) {
      if (p.task.children.some((c) => c.id === 'six')) expect(p.from).toBeGreaterThanOrEqual(minutesOf('09:30'));
      if (p.task.children.some((c) => c.id === 'nine') && p.task.presence !== 'alone')
        expect(p.from).toBeGreaterThanOrEqual(minutesOf('10:00'));
    }
    const meal = [{ id: 'm', kind: 'meal' as const, ...at('08:30', '09:00'), childIds: ['twelve', 'six', 'nine'] }];
    const over = laidOut({ ...h, settings: { ...h.settings, windows: meal } });
    expect(over.pieces.filter((p) => p.from < minutesOf('09:00')).map((p) => p.task.title)).toEqual(['rivers']);
  });

  it('after a restart leaves out what was marked before it and starts no earlier; what is marked later stays', () => {
    const h = family();
    const marks = [
      aMark('rivers', 'L1-1', 'done', DATE, { seq: 1 }),
      aMark('letters-nine', 'L1-1', 'done', DATE, { seq: 7 }),
    ];
    const restart = { date: DATE, from: '10:15', seq: 5, asleep: [{ childId: 'six', until: '11:00' }] };
    const layout = laidOut({ ...h, marks, settings: { ...h.settings, restart } });
    const titles = layout.pieces.map((p) => p.task.id);
    expect(titles.some((t) => t.startsWith('rivers'))).toBe(false);
    expect(titles.some((t) => t.startsWith('letters-nine'))).toBe(true);
    for (const p of layout.pieces) {
      expect(p.from).toBeGreaterThanOrEqual(minutesOf('10:15'));
      if (p.task.children.some((c) => c.id === 'six')) expect(p.from).toBeGreaterThanOrEqual(minutesOf('11:00'));
    }
    const tomorrow = { ...h, settings: { ...h.settings, restart: { ...restart, date: '2026-09-08' } } };
    expect(laidOut(tomorrow).from).toBe(minutesOf('08:30'));
  });

  it('one computer is used by one at a time', () => {
    const h = family({
      materials: [{ id: 'pc', name: 'the computer', place: '', consumable: false, unit: '', cautions: [] }],
      movements: [{ id: 'm', materialId: 'pc', date: '2026-09-01', seq: 1, kind: 'count', quantity: 1 }],
      needs: [{ id: 'n', materialId: 'pc', courseId: 'letters', lessonId: 'L1', quantity: 1, per: 'shared' }],
    });
    const own = laidOut(h).pieces.filter((p) => p.task.title === 'letters');
    expect(own.every((p) => p.task.things.map((m) => m.id).includes('pc'))).toBe(true);
    own.slice(1).forEach((p, k) => expect(p.from).toBeGreaterThanOrEqual(own[k]!.to));
  });

  it('who waits is offered something to do alone', () => {
    const h = family();
    const busy = { ...h, courses: h.courses.map((c) => (c.id === 'letters' ? { ...c, wish: true } : c)) };
    const only = {
      ...busy,
      enrolments: [
        ...h.enrolments.filter((e) => e.courseId === 'sums'),
        ...['twelve', 'nine'].map((id) =>
          anEnrolment(`spare-${id}`, 'letters', { childIds: [id], rule: { kind: 'when' } }),
        ),
        // A lesson for all at the very end makes the first to be finished wait for the others.
        anEnrolment('rivers', 'rivers', { childIds: ['twelve', 'six', 'nine'] }),
      ],
    };
    const settings = { ...only.settings, order: ['sums-nine', 'sums-twelve', 'sums-six', 'rivers'] };
    const layout = laidOut({ ...only, settings });
    for (const w of layout.waits) {
      expect(w.to - w.from).toBeGreaterThanOrEqual(10);
      expect(layout.pieces.some((p) => p.task.children.includes(w.child) && p.from < w.to && p.to > w.from)).toBe(
        false,
      );
      for (const m of w.meanwhile) expect(m.enrolment.childIds).toEqual([w.child.id]);
    }
  });
});

describe('a hard day', () => {
  it('stopped here carries all that is open, and nothing that is marked', () => {
    const h = family({ marks: [aMark('rivers', 'L1-1', 'done', DATE)] });
    const carried = carriedEarly(h, pageOf(h), 0);
    expect(carried.map((r) => r.enrolment.id).sort()).toEqual(
      h.enrolments
        .map((e) => e.id)
        .filter((id) => id !== 'rivers')
        .sort(),
    );
  });

  it('with half an hour more for each, what yields first is carried and the rest stays', () => {
    const base = family();
    const h = { ...base, children: base.children.map((c) => ({ ...c, yields: ['rivers', 'letters'] })) };
    const carried = carriedEarly(h, pageOf(h), 30).map((r) => r.enrolment.courseId);
    expect(new Set(carried)).toEqual(new Set(['rivers', 'letters']));
    expect(carriedEarly(h, pageOf(h), 60).map((r) => r.enrolment.courseId)).toEqual(['rivers']);
    expect(carriedEarly(h, pageOf(h), 90)).toEqual([]);
  });
});
