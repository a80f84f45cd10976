import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { BlobReader, BlobWriter, configure, type FileEntry, ZipReader } from '@zip.js/zip.js/external';
import { HOUSEHOLD_FILE, pictureOfFile } from '../core/household';

// This is a worker already.
configure({ useWebWorkers: false });

/** Bytes of the largest picture that this program keeps, with some room, and how many files are looked at. */
const MOST_PICTURE = 1_000_000;
const MOST_FILES = 20_000;

export interface StoredPicture {
  name: string;
  picture: Blob;
}
export interface Unzipped {
  household: Blob;
  pictures: StoredPicture[];
  /** What of it was left out, in words. */
  notes: string[];
}

/** Whether a file is a zip by its first bytes. */
export async function isZip(file: Blob): Promise<boolean> {
  const head = new Uint8Array(await file.slice(0, 4).arrayBuffer());
  return head[0] === 0x50 && head[1] === 0x4b && head[2]! <= 7;
}

/**
 * Reads a backup with pictures entry by entry; each picture is what its name says, or is left out.
 * @param most bytes of the largest household that is read
 */
export async function unzip(
  file: Blob,
  most: number,
  tell: (share: number) => void,
): Promise<Unzipped | { fault: string }> {
  const zip = new ZipReader(new BlobReader(file));
  try {
    const entries = (await zip.getEntries()).filter((e): e is FileEntry => !e.directory);
    if (entries.length > MOST_FILES)
      return { fault: 'The zip holds far more files than a backup does; it was not read.' };
    const household = entries.find((e) => e.filename === HOUSEHOLD_FILE);
    if (!household)
      return { fault: `The zip holds no ${HOUSEHOLD_FILE}: it is no backup. A portfolio, for one, is not read back.` };
    if (household.uncompressedSize > most)
      return { fault: `${HOUSEHOLD_FILE} in the zip is far larger than any; it was not read.` };
    const text = await household.getData(new BlobWriter(), { checkSignature: true });
    const pictures: StoredPicture[] = [];
    const notes: string[] = [];
    for (const [i, e] of entries.entries()) {
      const name = pictureOfFile(e.filename);
      tell((i + 1) / entries.length);
      if (!name) continue;
      const picture = e.uncompressedSize > MOST_PICTURE ? undefined : await contentsOf(e);
      if (picture && `sha256-${bytesToHex(sha256(new Uint8Array(await picture.arrayBuffer())))}` === name)
        pictures.push({ name, picture });
      else notes.push(`The picture ${e.filename} is damaged, and is left out.`);
    }
    return { household: text, pictures, notes };
  } catch {
    return { fault: 'The zip is damaged or was not copied whole; nothing of it was read.' };
  } finally {
    await zip.close();
  }
}

const contentsOf = (e: FileEntry): Promise<Blob | undefined> =>
  e.getData(new BlobWriter('image/jpeg'), { checkSignature: true }).catch(() => undefined);
