import { createHash } from 'node:crypto';
import JSZip from 'jszip';
import { describe, expect, it } from 'vitest';
import { HOUSEHOLD_FILE, pictureFile } from '../core/household';
import { isZip, unzip } from './unzip';

const nameOf = (bytes: Uint8Array) => `sha256-${createHash('sha256').update(bytes).digest('hex')}`;
const PICTURES = [1, 2, 3].map((n) => new Uint8Array(1000 * n).fill(n));
const MOST = 1_000_000;
/** A zip as another library makes it (JSZip), packed or not. */
async function zipOf(change: (zip: JSZip) => void = () => {}, compression: 'STORE' | 'DEFLATE' = 'STORE') {
  const zip = new JSZip();
  zip.file(HOUSEHOLD_FILE, '{"a":"ä"}');
  for (const bytes of PICTURES) zip.file(pictureFile(nameOf(bytes)), bytes);
  change(zip);
  return new Blob([await zip.generateAsync({ type: 'arraybuffer', compression })]);
}
const read = (file: Blob) => unzip(file, MOST, () => {});

describe('a backup with pictures', () => {
  it('is read as another library packed it, every picture by its name', async () => {
    for (const compression of ['STORE', 'DEFLATE'] as const) {
      const file = await zipOf(() => {}, compression);
      expect(await isZip(file)).toBe(true);
      const found = await read(file);
      if ('fault' in found) throw new Error(found.fault);
      expect(await found.household.text()).toBe('{"a":"ä"}');
      expect(found.pictures.map((p) => p.name)).toEqual(PICTURES.map(nameOf));
      expect(new Uint8Array(await found.pictures[2]!.picture.arrayBuffer())).toEqual(PICTURES[2]);
      expect(found.notes).toEqual([]);
    }
    expect(await isZip(new Blob(['{"format":1}']))).toBe(false);
  });

  it('leaves out a picture that is not what its name says, or is larger than any, and reads the rest', async () => {
    const wrong = pictureFile(nameOf(PICTURES[0]!));
    const large = new Uint8Array(1_500_000);
    const found = await read(
      await zipOf((zip) =>
        zip
          .file(wrong, PICTURES[1]!)
          .file(pictureFile(nameOf(large)), large)
          .file('notes.txt', 'x'),
      ),
    );
    if ('fault' in found) throw new Error(found.fault);
    expect(found.pictures.map((p) => p.name)).toEqual(PICTURES.slice(1).map(nameOf));
    expect(found.notes).toHaveLength(2);
    expect(found.notes[0]).toContain('damaged');
  });

  it('says what is wrong with one that is no backup, was cut short, or is far too large', async () => {
    const none = await read(await zipOf((zip) => zip.remove(HOUSEHOLD_FILE)));
    expect(none).toEqual({ fault: expect.stringContaining('is no backup') });
    const whole = await zipOf();
    expect(await read(whole.slice(0, whole.size - 40))).toEqual({ fault: expect.stringContaining('not copied whole') });
    expect(await read(await zipOf((zip) => zip.file(HOUSEHOLD_FILE, 'x'.repeat(MOST + 1))))).toEqual({
      fault: expect.stringContaining('far larger'),
    });
  });
});
