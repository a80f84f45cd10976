import { strToU8, zipSync, type Zippable } from 'fflate';
import type { Household } from '../../core/household';
import { type Portfolio, pictureName, portfolioHtml, writeLogCsv } from '../../core/record';
import { writeReadingCsv } from '../../core/reading';
import { bytesOf } from '../ui/data-address';
import { download } from '../ui/download';
import { count } from '../ui/words';

/** The files of a portfolio by their names: the page, the tables, the pictures. */
export function portfolioFiles(household: Household, portfolio: Portfolio): Zippable {
  const files: Zippable = {
    'portfolio.html': strToU8(portfolioHtml(portfolio)),
    'record.csv': strToU8(writeLogCsv(household, portfolio.child.id)),
    'reading.csv': strToU8(writeReadingCsv(household, portfolio.child.id)),
  };
  for (const s of portfolio.sections)
    for (const b of s.blocks) if (b.kind === 'picture') files[pictureName(b)] = bytesOf(b.data).bytes;
  return files;
}

/** Hands a portfolio over as one zip that opens anywhere; what it holds, in words. */
export function portfolioZip(household: Household, portfolio: Portfolio): string {
  const files = portfolioFiles(household, portfolio);
  download(`${portfolio.child.name} ${portfolio.year.name}.zip`, zipSync(files) as BlobPart, 'application/zip');
  return `${count(Object.keys(files).length, 'file')} in one: open portfolio.html in it.`;
}
