import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { packThing, putBack, removePlace, savePlace } from '../deeds';
import type { Household, Material } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment } from '../tests/make';
import {
  allIn,
  boxesWords,
  fullness,
  fullnessWords,
  liesIn,
  placeParts,
  placePath,
  placeTree,
  putBackList,
} from './index';

const TODAY = toDay('2026-09-07');
const thing = (name: string, place: string, width?: number): Material => ({
  ...{ id: name, name, place, consumable: false, unit: '', cautions: [] },
  ...(width === undefined ? {} : { width }),
});
const paths = (h: Household) => {
  const said: string[] = [];
  const walk = (list: ReturnType<typeof placeTree>, depth: number) => {
    for (const n of list) {
      said.push(`${'-'.repeat(depth)}${n.name}: ${n.things.map((m) => m.name).join(', ')}`);
      walk(n.inside, depth + 1);
    }
  };
  walk(placeTree(h), 0);
  return said;
};

describe('places', () => {
  const h = aHousehold({
    materials: [
      thing('dice', 'Loft/ blue box'),
      thing('abacus', 'dresser'),
      thing('atlas', 'Loft'),
      thing('scales', 'loft / Blue Box / tin'),
    ],
    places: [{ id: 'p', path: 'dresser', reach: 'daily' }],
  });

  it('stand as trees, whatever way they were typed; those reached into daily first', () => {
    expect(paths(h)).toEqual(['dresser: abacus', 'Loft: atlas', '-blue box: dice', '--tin: scales']);
  });

  it('go with all that lies in them when they are renamed, become one under one name, and leave things where they stood', () => {
    const told = afterDeed(h, savePlace(h, 'loft / blue box', { path: 'Loft/Blue box', room: 30 }));
    const moved = afterDeed(told, savePlace(told, 'Loft', { path: 'Attic' }));
    expect(paths(moved)).toEqual(['dresser: abacus', 'Attic: atlas', '-Blue box: dice', '--tin: scales']);
    expect(placeTree(moved)[1]!.inside[0]!.place?.room).toBe(30);
    const gone = afterDeed(moved, removePlace(moved, 'Attic / Blue box'));
    expect(paths(gone)).toEqual(['dresser: abacus', 'Attic: atlas, dice', '-tin: scales']);
    const one = afterDeed(gone, savePlace(gone, 'Attic', { path: 'Dresser', reach: 'monthly' }));
    expect(paths(one)).toEqual(['Dresser: abacus, atlas, dice', '-tin: scales']);
    // Nothing goes inside itself.
    expect(savePlace(one, 'Dresser', { path: 'Dresser / tin / Dresser' })).toEqual([]);
    expect(savePlace(one, undefined, { path: ' / ' })).toEqual([]);
  });

  it('never lose a thing, whatever is renamed into what or taken away', () => {
    const word = fc.constantFrom('a', 'b', 'B', 'c');
    const path = fc.array(word, { minLength: 1, maxLength: 3 }).map((p) => p.join('/'));
    const deed = fc.oneof(
      fc.record({ from: path, to: path }).map((d) => (now: Household) => savePlace(now, d.from, { path: d.to })),
      path.map((p) => (now: Household) => removePlace(now, p)),
    );
    fc.assert(
      fc.property(fc.array(path, { minLength: 1, maxLength: 5 }), fc.array(deed, { maxLength: 6 }), (at, deeds) => {
        let now = aHousehold({ materials: at.map((p, i) => thing(`t${i}`, p)) });
        for (const d of deeds) now = afterDeed(now, d(now));
        const placed = now.materials.filter((m) => placeParts(m.place).length > 0);
        expect(
          placeTree(now)
            .flatMap(allIn)
            .map((m) => m.id)
            .sort(),
        ).toEqual(placed.map((m) => m.id).sort());
        expect(now.materials).toHaveLength(at.length);
        // One row says what is said of a place.
        expect(new Set(now.places.map((p) => placePath(p.path))).size).toBe(now.places.length);
        for (const m of placed) expect(liesIn(m.place, placeParts(m.place)[0]!)).toBe(true);
      }),
    );
  });

  it('are full in centimetres, and what could go is what nothing to come needs, as few pieces as do', () => {
    const need = { id: 'n', materialId: 'reader', courseId: 'c', lessonId: 'L1', quantity: 1, per: 'shared' as const };
    const full = aHousehold({
      children: [aChild('A')],
      courses: [aCourse('c', { lessons: 2, perLesson: [{ kind: 'practise', count: 1 }] })],
      enrolments: [anEnrolment('e', 'c', { childIds: ['A'] })],
      needs: [need],
      places: [{ id: 'p', path: 'shelf', room: 20 }],
      materials: [
        thing('reader', 'shelf', 9),
        thing('globe', 'shelf', 8),
        thing('old tests', 'shelf / folder', 3),
        thing('older tests', 'shelf / folder', 2),
        thing('string', 'shelf'),
      ],
    });
    const plan = makePlan(makeProblem(full, full.years[0]!, TODAY), { sweeps: 1, seed: 1 });
    const [shelf] = placeTree(full);
    expect(fullnessWords(fullness(full, shelf!, plan)!)).toBe(
      '2 cm more than its 20 cm; 1 thing not measured: no lesson to come needs older tests',
    );
    // Without a plan nobody knows what is still needed: neither is it said that all of it is.
    expect(fullnessWords(fullness(full, shelf!, undefined)!)).toBe('2 cm more than its 20 cm; 1 thing not measured');
    const tight = { ...full, places: [{ ...full.places[0]!, room: 8 }] };
    const words = fullnessWords(fullness(tight, placeTree(tight)[0]!, plan)!);
    expect(words).toBe(
      '14 cm more than its 8 cm; 1 thing not measured: no lesson to come needs globe, old tests, older tests, which leaves 1 cm too much',
    );
    expect(fullness(full, placeTree(full)[0]!.inside[0]!, plan)).toBeUndefined();
    // Or by the boxes that have room in it, each of them a place of its own.
    const boxed = (boxes?: number) =>
      boxesWords(
        placeTree({ ...full, places: [{ ...full.places[0]!, ...(boxes === undefined ? {} : { boxes }) }] })[0]!,
      );
    expect([boxed(4), boxed(1), boxed(0), boxed()]).toEqual([
      { words: '1 box, room for 3 more', over: false },
      { words: '1 box, room for no more', over: false },
      { words: '1 box where 0 have room', over: true },
      { words: '', over: false },
    ]);
  });

  it('are put back into at the week’s end what the next week does not need, once', () => {
    const need = { id: 'n', materialId: 'dice', courseId: 'c', rule: { for: 'lessons' as const }, quantity: 1 };
    let now = aHousehold({
      children: [aChild('A')],
      courses: [aCourse('c', { lessons: 40, perLesson: [{ kind: 'practise', count: 1 }] })],
      enrolments: [anEnrolment('e', 'c', { childIds: ['A'], rule: { kind: 'weekly', n: 5, unit: 'steps' } })],
      needs: [{ ...need, per: 'shared' as const }],
      materials: [thing('dice', 'loft'), thing('abacus', 'dresser'), { ...thing('clay', 'shed'), consumable: true }],
    });
    for (const id of ['dice', 'abacus', 'clay'])
      now = afterDeed(
        now,
        packThing(now, '2026-09-07', id, true, () => id),
      );
    const next = TODAY + 7;
    const list = () => putBackList(now, makePlan(makeProblem(now, now.years[0]!, TODAY), { sweeps: 1, seed: 1 }), next);
    expect(list().map((p) => p.material.id)).toEqual(['abacus']);
    now = afterDeed(now, putBack(now, ['abacus'], next, TODAY + 4));
    expect(list()).toEqual([]);
    expect(putBack(now, ['abacus'], next, TODAY + 4)).toEqual([]);
  });
});
