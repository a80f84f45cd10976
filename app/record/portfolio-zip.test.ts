import { describe, expect, it } from 'vitest';
import { toDay } from '../../core/calendar';
import { portfolioOf } from '../../core/record';
import { aChild, aHousehold, aYear } from '../../core/tests/make';
import type { ZipEntry } from '../../worker/zip';
import { portfolioFiles } from './portfolio-zip';

const DOT =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

const LARGE = `sha256-${'7'.repeat(64)}`;
const entry = async (files: readonly ZipEntry[], name: string) => {
  const body = files.find((f) => f.name === name)?.body;
  return body instanceof Blob ? new Uint8Array(await body.arrayBuffer()) : body;
};

describe('a portfolio as one file', () => {
  it('holds every picture of the page beside it, the large ones too, and nothing of another child', async () => {
    const h = aHousehold({
      years: [aYear()],
      children: [aChild('A', { name: 'Wren' }), aChild('B')],
      samples: [
        { id: 's 1', childId: 'A', date: '2026-09-10', words: 'a map', picture: DOT },
        { id: 's2', childId: 'B', date: '2026-09-10', words: 'another’s', picture: DOT },
        { id: 's3', childId: 'A', date: '2026-09-11', words: 'a long page', picture: LARGE },
      ],
    });
    const p = portfolioOf(h, h.years[0]!, h.children[0]!, toDay('2026-10-01'));
    const files = await portfolioFiles(h, p, async (name) => (name === LARGE ? new Blob(['large']) : undefined));
    expect(files.map((f) => f.name).sort()).toEqual([
      ...['pictures/s-1.png', 'pictures/s3.jpg', 'portfolio.html', 'reading.csv', 'record.csv', 'scores.csv'],
    ]);
    const html = String(await entry(files, 'portfolio.html'));
    for (const [, src] of html.matchAll(/<img src="([^"]+)"/g)) expect(files.map((f) => f.name)).toContain(src);
    expect((await entry(files, 'pictures/s-1.png'))!.slice(1, 4)).toEqual(new Uint8Array([80, 78, 71]));
    expect(new TextDecoder().decode((await entry(files, 'pictures/s3.jpg')) as Uint8Array)).toBe('large');
    expect(html).not.toContain('another’s');
  });
});
