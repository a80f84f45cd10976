/** Words that name nothing by themselves. */
const SMALL = /^(the|a|an|of|and|for|in|on|by|to|with|from)$/i;

const trimmed = (words: readonly string[]): string => words.join(' ').replace(/[\s,;:.–-]+$/, '');

/**
 * The shortest names by which titles are told apart among each other: the first word that names something ("Sluice" for "The
 * Sluice Arithmetic"); where several begin with it, that and the first word in which they differ ("Sluice B"); where even that is not
 * enough, the whole title. In the order given; equal titles have equal names. Common practice on printed timetables.
 *
 * @example
 * shortNames(['Sluice Arithmetic, Level B', 'The Copybook Row']) // => ['Sluice', 'Copybook']
 * shortNames(['Sluice Arithmetic, Level B', 'Sluice Arithmetic, Level E']) // => ['Sluice B', 'Sluice E']
 */
export function shortNames(titles: readonly string[]): string[] {
  const words = titles.map((t) => {
    const all = t.split(/\s+/).filter(Boolean);
    const first = all.findIndex((w) => !SMALL.test(w));
    return (first < 0 ? all : all.slice(first)).map((w) => trimmed([w]) || w);
  });
  /** Each title's candidates, the shorter first; the title itself is always the last. */
  const names = titles.map((t, i) => {
    const [first, ...rest] = words[i]!;
    return [...new Set([first ?? t, ...rest.filter((w) => !SMALL.test(w)).map((w) => `${first} ${w}`), t])];
  });
  return titles.map((title, i) => {
    const others = names.filter((_, k) => titles[k] !== title);
    return names[i]!.find((n) => n === title || others.every((o) => !o.includes(n))) ?? title;
  });
}

/** So many letters of a line hold this much: the longest of the wordings that fits, else the last. */
export const fitting = (wordings: readonly string[], letters: number): string =>
  wordings.find((w) => w.length <= letters) ?? wordings.at(-1) ?? '';
