import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import type { Decision, Feed, OutsideEvent } from '../household';
import {
  carryDecisions,
  compareEvents,
  followFeed,
  isOwnPlan,
  movedByFeeds,
  movedWords,
  seriesOf,
  sharesEvents,
  writeCalendar,
} from './index';
import { aHousehold, aYear } from '../tests/make';

const TODAY = '2026-11-11';
const event = (uid: string, day: number, change: Partial<OutsideEvent> = {}): OutsideEvent => {
  const date = `2026-11-${String(day).padStart(2, '0')}`;
  return { uid, title: uid, from: date, to: date, start: '09:00', end: '10:00', ...change };
};
const whole = (uid: string, day: number): OutsideEvent => {
  const { start: _, end: __, ...rest } = event(uid, day);
  return rest;
};
const words = (before: OutsideEvent[], after: OutsideEvent[]) =>
  compareEvents(before, after, TODAY).map((m) => movedWords('day month', m, toDay(TODAY)));

describe('a subscribed calendar', () => {
  const copy = (events: OutsideEvent[], to = '2027-11-11'): Feed => ({
    ...{ id: 'coop', text: '', fetched: TODAY, from: '2026-09-01', to, events },
  });
  const told = (feed: Feed) => {
    const calendars = [{ id: 'coop', name: 'Co-op', zone: 'UTC', decisions: [] }];
    return movedByFeeds({ calendars, feeds: [feed] }, TODAY).flatMap((f) => f.moved.map((m) => m.title));
  };

  it('says what it moved until that was looked at, and nothing where it came back', () => {
    const first = copy([event('a', 12), event('b', 20)]);
    const second = followFeed(first, copy([event('a', 13), event('b', 20)]), TODAY);
    expect(told(second)).toEqual(['a']);
    const third = followFeed(second, copy([event('a', 13), event('b', 21)]), TODAY);
    expect(told(third)).toEqual(['a', 'b']);
    expect(followFeed(third, copy(first.events), TODAY)).toEqual(first);
    expect(told(followFeed(undefined, first, TODAY))).toEqual([]);
  });

  it('does not call new what is only a day further off than was followed before', () => {
    const first = copy([event('a', 12)], '2026-11-20');
    expect(told(followFeed(first, copy([event('a', 12), event('a', 21)], '2026-11-21'), TODAY))).toEqual([]);
  });
});

describe('a newer copy of a calendar', () => {
  it('says what moved, is new, is gone or is called otherwise, from today on', () => {
    const before = [event('a', 5), event('a', 12), event('a', 19), event('b', 20), event('c', 21), event('past', 3)];
    const after = [event('a', 12), event('a', 18), event('c', 21, { title: 'choir' }), whole('d', 25)];
    expect(words(before, after)).toEqual([
      'a: Thu 19 Nov, 09:00 to 10:00 → Wed 18 Nov, 09:00 to 10:00',
      'b, Fri 20 Nov, 09:00 to 10:00: no longer there',
      'c on Sat 21 Nov, 09:00 to 10:00 is now called choir',
      'new: d, Wed 25 Nov',
    ]);
  });

  it('says nothing of what stayed, and as much backwards as forwards', () => {
    const events = fc.array(
      fc
        .record({ uid: fc.constantFrom('a', 'b', 'c'), day: fc.integer({ min: 11, max: 30 }) })
        .map((e) => event(e.uid, e.day)),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(events, events, (x, y) => {
        expect(compareEvents(x, [...x].reverse(), TODAY)).toEqual([]);
        const there = compareEvents(x, y, TODAY);
        expect(compareEvents(y, x, TODAY)).toHaveLength(there.length);
        // Taking the changes over makes the one of the other.
        const key = (e: OutsideEvent) => `${e.uid} ${e.from}`;
        const now = new Set(x.map(key));
        for (const m of there) if (m.before) now.delete(key(m.before));
        for (const m of there) if (m.after) now.add(key(m.after));
        expect([...now].sort()).toEqual([...new Set(y.map(key))].sort());
      }),
    );
  });

  it('is known by an event it shares; decisions follow a new UID under one title, never a doubtful one', () => {
    expect(sharesEvents([event('a', 12)], [event('b', 12)])).toBe(false);
    expect(sharesEvents([event('a', 12)], [event('a', 13)])).toBe(true);
    const decision: Decision = { uid: 'a', does: 'blocks', childIds: ['A'], teacherIds: [], travel: 10 };
    const renamed = event('z', 12, { title: 'a' });
    expect(carryDecisions([decision], [event('a', 12)], [renamed])).toEqual([decision, { ...decision, uid: 'z' }]);
    // It is still there itself; it was a day and not hours; two of that title were decided.
    expect(carryDecisions([decision], [event('a', 12)], [event('a', 12), renamed])).toEqual([decision]);
    expect(carryDecisions([decision], [whole('a', 12)], [renamed])).toEqual([decision]);
    const two = [decision, { ...decision, uid: 'b', does: 'ignored' as const }];
    expect(carryDecisions(two, [event('a', 12), event('b', 13, { title: 'a' })], [renamed])).toEqual(two);
  });
});

describe('what is offered', () => {
  const offered = (events: OutsideEvent[], own = false) =>
    Object.fromEntries(seriesOf(events, [], TODAY, own).map((s) => [s.uid, s.offered]));

  it('never closes the household: of a class its days off, else only the parent can tell', () => {
    expect(offered([event('class', 12), event('class', 19), whole('hall closed', 26)])).toEqual({
      class: 'blocks',
      'hall closed': 'no class',
    });
    expect(offered([whole('office closed', 26), whole('gone by', 2)])).toEqual({
      'office closed': undefined,
      'gone by': 'ignored',
    });
  });

  it('of our own plan, nothing but to ignore it', () => {
    const options = { from: toDay('2026-09-01'), to: toDay('2026-12-31'), sittings: true, closed: true, orders: true };
    const text = writeCalendar(aHousehold(), aYear(), undefined, { ...options, childIds: [], stamp: 0 });
    expect(isOwnPlan(text)).toBe(true);
    expect(isOwnPlan(text.replace('Olden Primer', 'Weir House'))).toBe(false);
    expect(offered([event('step', 12), whole('closed', 20)], true)).toEqual({ step: 'ignored', closed: 'ignored' });
  });
});
