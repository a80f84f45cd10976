import type { Household } from '../../core/household';
import { isStored } from '../../core/household';
import { type Portfolio, pictureName, portfolioHtml, writeLogCsv, writeScoresCsv } from '../../core/record';
import { writeReadingCsv } from '../../core/reading';
import { picturesOf, type Which } from '../../store';
import type { Watch } from '../../worker/files';
import { writeZip, type ZipEntry } from '../../worker/zip';
import { bytesOf } from '../ui/data-address';
import { download } from '../ui/download';
import { count } from '../ui/words';

/** The files of a portfolio by their names: the page, the tables, the pictures. `stored`: a picture that lies beside the household. */
export async function portfolioFiles(
  household: Household,
  portfolio: Portfolio,
  stored: (name: string) => Promise<Blob | undefined>,
): Promise<ZipEntry[]> {
  const { id } = portfolio.child;
  const files: ZipEntry[] = [
    { name: 'portfolio.html', body: portfolioHtml(portfolio) },
    { name: 'record.csv', body: writeLogCsv(household, id) },
    { name: 'scores.csv', body: writeScoresCsv(household, id) },
    { name: 'reading.csv', body: writeReadingCsv(household, id) },
  ];
  for (const s of portfolio.sections)
    for (const b of s.blocks) {
      if (b.kind !== 'picture') continue;
      const body = isStored(b.data) ? await stored(b.data) : new Blob([bytesOf(b.data).bytes]);
      if (body) files.push({ name: pictureName(b), body });
    }
  return files;
}

/**
 * Hands a portfolio over as one zip that opens anywhere; what it holds, in words.
 * @throws an AbortError when it is stopped
 */
export async function portfolioZip(
  household: Household,
  which: Which,
  portfolio: Portfolio,
  watch: Watch,
): Promise<string> {
  const files = await portfolioFiles(household, portfolio, (name) => picturesOf(which).get(name));
  const zip = await writeZip(files, watch);
  download(`${portfolio.child.name} ${portfolio.year.name}.zip`, zip, 'application/zip');
  return `${count(files.length, 'file')} in one: open portfolio.html in it.`;
}
