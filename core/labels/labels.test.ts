import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { placeTree } from '../materials';
import { aCourse, aHousehold } from '../tests/make';
import { contentsLabel, keptLabel, LABEL_SHEETS, laidOut, PAPERS, pocketLabels, spotsOf } from './index';

describe('sheets of labels', () => {
  // ISO 216: the sides of A4 are as 1 to √2, and sixteen of it are a square metre, each to the millimetre.
  it('are of the sizes of paper that the standards have', () => {
    expect(PAPERS.A4.height / PAPERS.A4.width).toBeCloseTo(Math.SQRT2, 2);
    expect((16 * PAPERS.A4.width * PAPERS.A4.height) / 1e6).toBeCloseTo(1, 2);
    expect(PAPERS.Letter.width).toBeCloseTo(8.5 * 25.4, 6);
    expect(PAPERS.Letter.height).toBeCloseTo(11 * 25.4, 6);
  });

  it.each(LABEL_SHEETS.map((s) => [s.name, s] as const))(
    '%s: every label lies on the sheet, and on no other',
    (name, s) => {
      const spots = spotsOf(s);
      const { width, height } = PAPERS[s.paper];
      for (const a of spots) {
        expect(a.x >= 0 && a.y >= 0 && a.x + s.width <= width + 0.01 && a.y + s.height <= height + 0.01).toBe(true);
        for (const b of spots)
          if (a !== b)
            expect(
              a.x + s.width <= b.x + 0.01 ||
                b.x + s.width <= a.x + 0.01 ||
                a.y + s.height <= b.y + 0.01 ||
                b.y + s.height <= a.y + 0.01,
            ).toBe(true);
      }
      // Margins left and right, above and below, are alike: a sheet may go in either way round.
      const right = width - Math.max(...spots.map((p) => p.x + s.width));
      const below = height - Math.max(...spots.map((p) => p.y + s.height));
      expect(Math.abs(right - s.left)).toBeLessThan(0.6);
      expect(Math.abs(below - s.top)).toBeLessThan(12);
      const told = / (\d+) labels/.exec(name)?.[1];
      if (told) expect(spots).toHaveLength(Number(told));
    },
  );

  it('hold every label once, in order, those used up left out', () => {
    fc.assert(
      fc.property(fc.constantFrom(...LABEL_SHEETS), fc.nat(80), fc.nat(40), (sheet, n, skip) => {
        const labels = Array.from({ length: n }, (_, i) => i);
        const pages = laidOut(sheet, labels, skip);
        expect(pages.flat().map((p) => p.label)).toEqual(labels);
        const size = sheet.across * sheet.down;
        expect(pages.every((p) => p.length <= size)).toBe(true);
        if (n > 0) expect(pages[0]!.length).toBe(Math.min(n, size - Math.min(skip, size - 1)));
      }),
    );
  });
});

describe('labels', () => {
  it('say level, lesson and piece of how many; a box says what is in it', () => {
    const course = {
      ...aCourse('c', { lessons: 3, perLesson: [{ kind: 'practise', count: 1 }] }),
      title: 'Ponds',
      level: 'B',
    };
    const h = aHousehold({
      courses: [course],
      materials: ['jar', 'net'].map((id) => ({
        ...{ id, name: id, place: 'loft / box', consumable: false, unit: '', cautions: [] },
      })),
    });
    const two = pocketLabels(h, course, { from: 'L2', pieces: 2 });
    expect(two.map((l) => [l.title, l.what, ...l.more].join(' | '))).toEqual([
      'Ponds, B | Lesson 2 | piece 1 of 2',
      'Ponds, B | Lesson 2 | piece 2 of 2',
      'Ponds, B | Lesson 3 | piece 1 of 2',
      'Ponds, B | Lesson 3 | piece 2 of 2',
    ]);
    expect(pocketLabels(h, course, { to: 'L1', names: ['Ann', 'Ben'] }).map((l) => l.more[0])).toEqual(['Ann', 'Ben']);
    expect(contentsLabel(placeTree(h)[0]!.inside[0]!)).toEqual({
      title: 'box',
      what: 'loft / box',
      more: ['jar', 'net'],
    });
  });

  it('of what is kept says for whom, from about when, and what lies together', () => {
    const h = aHousehold({ courses: [{ ...aCourse('c', { lessons: 1 }), title: 'Ponds' }] });
    const things = [
      { material: { name: 'jar' }, onHand: 3 },
      { material: { name: 'net' }, onHand: 1 },
    ];
    expect(keptLabel(h, 'c', { child: { name: 'Wren' }, from: '2029-11-15' }, things, toDay('2027-06-14'))).toEqual({
      ...{ title: 'Ponds', what: 'for Wren, about 15 Nov 2029' },
      more: ['3 × jar', 'net'],
    });
  });
});
