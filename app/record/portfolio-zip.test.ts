import { zipSync } from 'fflate';
import JSZip from 'jszip';
import { describe, expect, it } from 'vitest';
import { toDay } from '../../core/calendar';
import { portfolioOf } from '../../core/record';
import { aChild, aHousehold, aYear } from '../../core/tests/make';
import { portfolioFiles } from './portfolio-zip';

const DOT =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

describe('a portfolio as one file', () => {
  it('is a zip that a second library reads, every picture of the page beside it', async () => {
    const h = aHousehold({
      years: [aYear()],
      children: [aChild('A', { name: 'Wren' }), aChild('B')],
      samples: [
        { id: 's 1', childId: 'A', date: '2026-09-10', words: 'a map', picture: DOT },
        { id: 's2', childId: 'B', date: '2026-09-10', words: 'another’s', picture: DOT },
      ],
    });
    const p = portfolioOf(h, h.years[0]!, h.children[0]!, toDay('2026-10-01'));
    const zip = await JSZip.loadAsync(zipSync(portfolioFiles(h, p)));
    expect(
      Object.keys(zip.files)
        .filter((f) => !f.endsWith('/'))
        .sort(),
    ).toEqual([...['pictures/s-1.png', 'portfolio.html', 'reading.csv', 'record.csv']]);
    const html = await zip.file('portfolio.html')!.async('string');
    for (const [, src] of html.matchAll(/<img src="([^"]+)"/g)) expect(zip.file(src!)).not.toBeNull();
    expect((await zip.file('pictures/s-1.png')!.async('uint8array')).slice(1, 4)).toEqual(new Uint8Array([80, 78, 71]));
    expect(html).not.toContain('another’s');
  });
});
