import { HOUSEHOLD_FILE, pictureFile, storedPictures } from '../../core/household';
import { writeBackup } from '../../core/formats';
import type { IsoDate } from '../../core/calendar';
import { type HouseholdStore, picturesOf, type Which } from '../../store';
import type { Watch } from '../../worker/files';
import type { ZipEntry } from '../../worker/zip';
import { download } from '../ui/download';
import { count } from '../ui/words';

/**
 * Hands over a backup: one readable text, or, where pictures lie beside the household and are wanted, a zip with that text and each
 * picture once. What was done, in a sentence.
 * @throws an AbortError when it is stopped
 */
export async function handBackupOver(
  store: HouseholdStore,
  which: Which,
  asOf: IsoDate,
  wanted: 'with pictures' | 'without pictures',
  watch: Watch,
): Promise<string> {
  const { revision: _, ...content } = await store.content();
  const text = writeBackup({ asOf, ...content });
  const name = `olden-primer ${content.household.settings.name.replace(/[^\p{L}\p{N} -]/gu, '')} ${asOf}`;
  const named = wanted === 'with pictures' ? storedPictures(content.household) : [];
  const entries: ZipEntry[] = [{ name: HOUSEHOLD_FILE, body: text }];
  for (const picture of named) {
    const body = await picturesOf(which).get(picture);
    if (body) entries.push({ name: pictureFile(picture), body });
  }
  const missing = named.length - (entries.length - 1);
  if (entries.length === 1) download(`${name}.json`, text, 'application/json');
  else {
    const { writeZip } = await import('../../worker/zip');
    download(`${name}.zip`, await writeZip(entries, watch), 'application/zip');
  }
  if (missing === 0) return 'The backup is in your downloads.';
  return `The backup is in your downloads; ${count(missing, 'picture is', 'pictures are')} not on this device, and not in it.`;
}
