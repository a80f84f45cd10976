/** Lists and objects of a backup lie at most so deep in one another (a step of a lesson of a unit of a course lies at ten). */
const DEEPEST = 40;
/** Rows and lists of a backup, all together: ten years of a large family hold some hundred thousand. */
const MOST_PARTS = 1_500_000;

/**
 * Whether a JSON text nests deeper, or holds more parts, than any backup does: looked at before it is parsed, since a parser
 * follows such a text to its end at great cost. One pass over the text, ended at the first place that is too much.
 */
export function tooMuch(text: string): boolean {
  let depth = 0;
  let parts = 0;
  let inText = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (inText) {
      if (c === 0x5c) i++;
      else if (c === 0x22) inText = false;
    } else if (c === 0x22) inText = true;
    else if (c === 0x5b || c === 0x7b) {
      if (++depth > DEEPEST || ++parts > MOST_PARTS) return true;
    } else if (c === 0x5d || c === 0x7d) depth--;
  }
  return false;
}
