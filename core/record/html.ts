import { chartSvg, escapeXml as escaped } from './chart-svg';
import { type Block, type Portfolio, type Section, staysWhole } from './portfolio';

/** Black on white, one column, on A4 and Letter alike: opens anywhere, without this program and without a network. */
const STYLE = `
@page { margin: 18mm; }
body { max-width: 46em; margin: 2em auto; padding: 0 1em; font-family: Georgia, serif; line-height: 1.4; color: #000; background: #fff; }
h1 { font-size: 2.2em; } h2 { margin-top: 2em; border-bottom: 1px solid #000; }
table { width: 100%; border-collapse: collapse; margin: 1em 0; font-size: 0.92em; }
caption { text-align: left; font-weight: bold; } th, td { padding: 0.2em 0.6em 0.2em 0; border-bottom: 1px solid #999; text-align: left; vertical-align: top; }
img, svg { max-width: 100%; height: auto; } figure { margin: 1em 0; } figcaption { font-weight: bold; } tr, img, figure, .whole { break-inside: avoid; } h2 { break-after: avoid; }
`;

const IMAGE_TYPES: Record<string, string> = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' };
/** The name under which a picture lies beside the page. */
export function pictureName({ id, data }: { id: string; data: string }): string {
  const type = /^data:([^;]+);/.exec(data)?.[1] ?? '';
  return `pictures/${id.replace(/[^A-Za-z0-9_-]/g, '-')}.${IMAGE_TYPES[type] ?? 'jpg'}`;
}

function blockHtml(b: Block): string {
  if (b.kind === 'words')
    return b.text
      .split(/\n{2,}|\n/)
      .filter((t) => t.trim() !== '')
      .map((t) => `<p>${escaped(t)}</p>`)
      .join('\n');
  if (b.kind === 'chart')
    return `<figure>\n<figcaption>${escaped(`${b.chart.title}, in ${b.chart.unit}`)}</figcaption>\n${chartSvg(b.chart)}\n</figure>`;
  if (b.kind === 'picture') return `<p><img src="${escaped(pictureName(b))}" alt="${escaped(b.alt)}"></p>`;
  const row = (cells: readonly string[]) => `<tr>${cells.map((c) => `<td>${escaped(c)}</td>`).join('')}</tr>`;
  return `<table${staysWhole(b) ? ' class="whole"' : ''}>
<caption>${escaped(b.caption)}</caption>
<thead><tr>${b.head.map((h) => `<th scope="col">${escaped(h)}</th>`).join('')}</tr></thead>
<tbody>
${b.rows.map(row).join('\n')}
</tbody>
</table>`;
}

const sectionHtml = (s: Section) => `<section>
<h2>${escaped(s.title)}</h2>
${s.blocks.map(blockHtml).join('\n')}
</section>`;

/** A portfolio as one page of HTML, its pictures beside it in a folder. */
export function portfolioHtml({ cover, sections }: Portfolio): string {
  const [name = '', ...rest] = cover;
  return `<!DOCTYPE html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped([name, ...rest.slice(0, 1)].filter(Boolean).join(', '))}</title>
<style>${STYLE}</style>
</head>
<body>
<header>
<h1>${escaped(name)}</h1>
${rest.map((t) => `<p>${escaped(t)}</p>`).join('\n')}
</header>
<main>
${sections.map(sectionHtml).join('\n')}
</main>
</body>
</html>
`;
}
