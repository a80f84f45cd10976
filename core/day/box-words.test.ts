import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boxWords } from './box-words';

const box = {
  title: 'Sluice Arithmetic, Level B',
  short: 'Sluice',
  details: ['Lesson 6, practise 1 of 2', '6, practise 1 of 2', '6 · 2/6', '6'],
  more: ['at 10:30', '12 min', '17 days in hand'],
};

describe('what a box of the day’s drawing says', () => {
  it('in one line: lesson and step before the whole name, then ever less of both, the short name alone at last', () => {
    const line = (letters: number) => {
      const { title, said } = boxWords(box, letters, 1);
      return [title, ...said].join(' | ');
    };
    expect([60, 40, 27, 16, 10, 6].map(line)).toEqual([
      'Sluice Arithmetic, Level B | Lesson 6, practise 1 of 2',
      'Sluice | Lesson 6, practise 1 of 2',
      'Sluice | 6, practise 1 of 2',
      'Sluice | 6 · 2/6',
      'Sluice | 6',
      'Sluice',
    ]);
  });

  it('in several lines says what else there is, as far as there is room, each whole', () => {
    expect(boxWords(box, 30, 3)).toEqual({
      title: box.title,
      said: ['Lesson 6, practise 1 of 2', 'at 10:30', '12 min'],
    });
    expect(boxWords(box, 12, 2)).toEqual({ title: 'Sluice', said: ['6 · 2/6'] });
    // The name has its room only where half of the box is left for the lesson.
    expect(boxWords(box, 16, 5).title).toBe(box.title);
    expect(boxWords(box, 8, 5).title).toBe('Sluice');
  });

  it('never says more than there is room for, but for a short name that has none', () => {
    const text = fc.stringMatching(/^[a-z]{1,12}( [a-z0-9]{1,9}){0,5}$/);
    const any = fc.record({
      title: text,
      short: fc.stringMatching(/^[A-Z][a-z]{0,9}$/),
      details: fc.array(text, { minLength: 1, maxLength: 4 }),
      more: fc.array(text, { maxLength: 4 }),
    });
    fc.assert(
      fc.property(any, fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 9 }), (of, letters, lines) => {
        const { title, said } = boxWords(of, letters, lines);
        expect([of.title, of.short]).toContain(title);
        for (const words of said) expect([...of.details, ...of.more]).toContain(words);
        if (title === of.short && said.length === 0) return;
        expect([title, ...said].join(' ').length).toBeLessThanOrEqual(letters * lines);
        if (said.length > 0) expect(of.details).toContain(said[0]);
      }),
    );
  });
});
