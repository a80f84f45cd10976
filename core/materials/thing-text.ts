import type { KitPart } from '../household';

/**
 * The parts of a kit as a parent types them, a line each: "6 dice", "the pen !", where the mark at the end says that the kit is of
 * no use without it. What has the name of a part that is there stays that part, with what was counted of it. Lines that say nothing are
 * passed over.
 * @example
 * readParts('6 dice\nthe pen !', [], () => 'p') // => [{ id: 'p', name: 'dice', count: 6 }, { id: 'p', name: 'the pen', count: 1, stops: true }]
 */
export function readParts(text: string, before: readonly KitPart[], newId: () => string): KitPart[] {
  const left = [...before];
  return text.split('\n').flatMap((line): KitPart[] => {
    const words = line.trim();
    const read = /^(?:(\d{1,5})\s*[x×]?\s+)?(.+?)\s*(!?)$/.exec(words);
    const name = (read?.[2] ?? '').slice(0, 200);
    if (!read || name === '') return [];
    const at = left.findIndex((p) => p.name.toLowerCase() === name.toLowerCase());
    const [known] = at < 0 ? [] : left.splice(at, 1);
    const { stops: _before, ...kept } = known ?? { id: newId(), name };
    return [{ ...kept, name, count: Math.max(1, Number(read[1] ?? 1)), ...(read[3] ? { stops: true } : {}) }];
  });
}

/**
 * The same parts as lines.
 * @example
 * partsText([{ id: 'p', name: 'dice', count: 6 }]) // => '6 × dice'
 */
export const partsText = (parts: readonly KitPart[] = []): string =>
  parts.map((p) => `${p.count > 1 ? `${p.count} × ` : ''}${p.name}${p.stops ? ' !' : ''}`).join('\n');

/**
 * Words between commas, each once.
 * @example
 * readTags('clay, paint; clay') // => ['clay', 'paint']
 */
export const readTags = (text: string): string[] => [
  ...new Set(
    text
      .split(/[,;\n]/)
      .map((t) => t.trim().slice(0, 80))
      .filter(Boolean),
  ),
];

/**
 * A price as typed, in hundredths: "3.50" and "3,50" alike; undefined where it is no price.
 * @example
 * readPrice('3,50') // => 350
 * readPrice('3.5 each') // => undefined
 */
export function readPrice(text: string): number | undefined {
  if (!/^\d{1,6}([.,]\d{1,2})?$/.test(text.trim())) return undefined;
  return Math.round(Number(text.trim().replace(',', '.')) * 100);
}

/**
 * How many of a thing as typed, 0 or more: "2", "2.5" and "2,5"; undefined where it is no number, or beyond any household.
 * @example
 * readAmount('2,5') // => 2.5
 * readAmount('-1') // => undefined
 */
export function readAmount(text: string): number | undefined {
  if (!/^\d{1,7}([.,]\d{1,6})?$/.test(text.trim())) return undefined;
  const n = Number(text.trim().replace(',', '.'));
  return n <= 1_000_000 ? n : undefined;
}
