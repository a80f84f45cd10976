import { createHash } from 'node:crypto';
import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import { Pictures } from './index';

const picture = (text: string) => new Blob([text], { type: 'image/jpeg' });

describe('the pictures beside a household', () => {
  it('lie under the SHA-256 of their bytes, each once, as a second implementation has it', async () => {
    const pictures = new Pictures('own');
    // The test message “abc” of FIPS 180-2, appendix B.1.
    const abc = await pictures.put(picture('abc'), '2026-09-07');
    expect(abc).toBe('sha256-ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
    for (const text of ['', 'a page of copywork', 'x'.repeat(100_000)])
      expect(await pictures.put(picture(text), '2026-09-07')).toBe(
        `sha256-${createHash('sha256').update(text).digest('hex')}`,
      );
    expect(await pictures.put(picture('abc'), '2026-09-08')).toBe(abc);
    expect(await (await pictures.get(abc))!.text()).toBe('abc');
    expect(await pictures.get('sha256-none')).toBeUndefined();
    await pictures.putNamed([{ name: 'sha256-read', picture: picture('read') }], '2026-09-08');
    expect(await (await pictures.get('sha256-read'))!.text()).toBe('read');
    pictures.close();
  });

  it('are thrown away when nothing has named them for longer than anything can be undone', async () => {
    const pictures = new Pictures('sample');
    const [named, loose] = [
      await pictures.put(picture('a'), '2026-09-01'),
      await pictures.put(picture('b'), '2026-09-01'),
    ];
    const left = async () =>
      (await Promise.all([named, loose].map((n) => pictures.get(n)))).map((p) => p !== undefined);
    await pictures.tidy('2026-10-01', [`{"picture":"${named}"}`]);
    expect(await left()).toEqual([true, true]);
    await pictures.tidy('2026-10-02', [`{"picture":"${named}"}`]);
    expect(await left()).toEqual([true, false]);
    // What is put again begins anew.
    await pictures.put(picture('b'), '2026-10-02');
    await pictures.tidy('2026-10-20', []);
    expect(await left()).toEqual([false, true]);
    pictures.close();
  });
});
