/**
 * How many pages a text like “46–48”, “12”, “3, 7–9” or “pp. 20–23” names; 0 where it names none. A range that runs backwards, as
 * books print them (“146–8”), is filled up from its first page.
 */
export function pagesIn(text: string | undefined): number {
  if (!text) return 0;
  let pages = 0;
  for (const [, from, to] of text.matchAll(/(\d{1,5})\s*(?:[-–—]\s*(\d{1,5}))?/g)) {
    const first = Number(from);
    const short = to !== undefined && to.length < from!.length;
    const last = to === undefined ? first : Number(short ? from!.slice(0, from!.length - to.length) + to : to);
    pages += last >= first && last - first < 1000 ? last - first + 1 : 1;
  }
  return pages;
}
