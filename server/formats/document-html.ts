/** A document of the bench as one HTML file that needs nothing beside it: fonts and pictures are in it. */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import {
  type BenchDocument,
  type DocumentDrawing,
  type DocumentLayout,
  type DocumentPart,
  partsIn,
} from '#core/sheet/document.ts';
import type { WordBlock } from '#core/sheet/sheet-words.ts';
import { font, type Weight } from './pdf-page.ts';

/** Whatever a document says, as text between tags or inside an attribute: the one writer of both. */
const escapeText = (said: string | number): string =>
  String(said)
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')
    .replaceAll("'", '&#39;');

/** Letters that the font keeps in a file of its own are taken from there. */
const RANGES = {
  latin: 'U+0-FF,U+131,U+152-153,U+2000-22FF',
  'latin-ext': 'U+100-2FF,U+1E00-1EFF',
};

const face = (weight: Weight): string =>
  (['latin', 'latin-ext'] as const)
    .map(
      (letters) =>
        `@font-face{font-family:Hyperlegible;font-weight:${weight};unicode-range:${RANGES[letters]};src:url(data:font/woff;base64,${readFileSync(font(weight, letters)).toString('base64')})}`,
    )
    .join('');

const STYLE = `
body{margin:0;background:#f4f1e8;color:#1f2a44;font:16px/1.45 Hyperlegible,sans-serif}
article{max-width:920px;margin:0 auto;padding:24px;background:#fcfbf7}
h1{margin:0;font-size:1.7rem}h2{margin:0;font-size:1rem}p{margin:0 0 .3em}
.under{display:flex;justify-content:space-between;gap:16px;flex-wrap:wrap;border-bottom:2px solid;padding-bottom:6px;color:#565f75}
.lead{margin:12px 0;font-size:1.3rem}.columns{display:grid;grid-template-columns:repeat(auto-fit,minmax(180px,1fr));gap:16px}
section{display:grid;grid-template-columns:130px minmax(0,1fr);gap:16px;border-top:1px solid #d3ccb9;padding:10px 0}
.note,.small,.doubt,figcaption{color:#565f75;font-size:.85rem}
dl{margin:0}dl div{display:grid;grid-template-columns:140px 1fr;gap:8px}dt{color:#565f75}dd{margin:0}
table{width:100%;border-collapse:collapse;font-size:.9rem}th,td{text-align:left;padding:3px 8px 3px 0;border-bottom:1px solid #d3ccb9;vertical-align:top}
.figures{display:grid;grid-template-columns:repeat(auto-fit,minmax(220px,1fr));gap:10px 18px}.figures strong{font-size:1.4rem}
.out{color:#b3261e;font-weight:700}.drawings,.pictures{display:flex;flex-wrap:wrap;gap:16px}figure{margin:0;flex:1 1 240px;max-width:520px}
figure img,figure svg{width:100%;max-height:260px;object-fit:contain}path{fill:none;stroke:#1f2a44;stroke-width:1.2}
path.soft{stroke:#8a8570}path.left{stroke:#0b6560}path.right{stroke:#8a4300}path.dashed{stroke-dasharray:4 3}
footer{padding:12px 0;color:#565f75;font-size:.85rem}
@media(max-width:600px){section{grid-template-columns:1fr;gap:4px}article{padding:14px}}`;

function wordsHtml(blocks: readonly WordBlock[]): string {
  const run = ({ text, bold, italic }: WordBlock['runs'][number]) => {
    const plain = escapeText(text);
    const slanted = italic ? `<em>${plain}</em>` : plain;
    return bold ? `<strong>${slanted}</strong>` : slanted;
  };
  const html: string[] = [];
  blocks.forEach(({ kind, runs }, at) => {
    const words = runs.map(run).join('');
    if (kind === 'paragraph') html.push(`<p>${words}</p>`);
    else {
      if (blocks[at - 1]?.kind !== 'item') html.push('<ul>');
      html.push(`<li>${words}</li>`);
      if (blocks[at + 1]?.kind !== 'item') html.push('</ul>');
    }
  });
  return html.join('');
}

function drawingHtml({ box, strokes, labels = [], words }: DocumentDrawing): string {
  const paths = strokes.map(
    ({ path, dx, tone, dashed }) =>
      `<path class="${escapeText(tone)}${dashed ? ' dashed' : ''}" d="${escapeText(path)}" transform="translate(${escapeText(dx)} 0)"/>`,
  );
  const texts = labels.map(
    ({ x, y, text, anchor, size, strong }) =>
      `<text x="${escapeText(x)}" y="${escapeText(y)}" font-size="${escapeText(size)}" text-anchor="${escapeText(anchor)}"${strong ? ' font-weight="700"' : ''}>${escapeText(text)}</text>`,
  );
  return `<figure><svg viewBox="${escapeText(box.join(' '))}" role="img" aria-label="${escapeText(words)}">${paths.join('')}${texts.join('')}</svg><figcaption>${escapeText(words)}</figcaption></figure>`;
}

function factsHtml(rows: readonly (readonly [string, string])[]): string {
  return `<dl>${rows
    .map(([name, words]) => `<div><dt>${escapeText(name)}</dt><dd>${escapeText(words)}</dd></div>`)
    .join('')}</dl>`;
}

function partHtml(part: DocumentPart): string {
  switch (part.kind) {
    case 'heading':
      return `<h2>${escapeText(part.text)}</h2>`;
    case 'facts':
      return factsHtml(part.rows);
    case 'lines':
      return part.lines
        .map((line) => `<p${part.small ? ' class="small"' : ''}>${escapeText(line)}</p>`)
        .join('');
    case 'lead':
      return `<div class="lead">${part.lines.map((line) => `<p>${escapeText(line)}</p>`).join('')}</div>`;
    case 'words':
      return wordsHtml(part.blocks);
    case 'columns':
      return `<div class="columns">${part.columns
        .map(({ title, blocks }) => `<div><h2>${escapeText(title)}</h2>${wordsHtml(blocks)}</div>`)
        .join('')}</div>`;
    case 'pictures':
      return `<div class="pictures">${part.pictures
        .map(
          ({ src, words }) =>
            `<figure><img src="${escapeText(src)}" alt="${escapeText(words)}"><figcaption>${escapeText(words)}</figcaption></figure>`,
        )
        .join('')}</div>`;
    case 'figures':
      return `<div class="figures">${part.figures
        .map(
          ({ name, value, unit, also, doubt, claim, out }) =>
            `<div><p><strong>${escapeText(value)}</strong> ${escapeText(unit)}${also ? ` (${escapeText(also)})` : ''} ${escapeText(name)}</p><p class="doubt">${escapeText(doubt)}</p>${claim ? `<p class="${out ? 'out' : 'doubt'}">${escapeText(claim)}</p>` : ''}</div>`,
        )
        .join('')}</div>`;
    case 'tallies':
      return factsHtml(
        part.tallies.map(({ name, words }) => [
          name,
          words.map(({ word, n }) => `${word} ${'|'.repeat(n)}`).join('   '),
        ]),
      );
    case 'drawings':
      return `<div class="drawings">${part.drawings.map(drawingHtml).join('')}</div>`;
    case 'table':
      return `<table><thead><tr>${part.columns
        .map(({ title }) => `<th scope="col">${escapeText(title)}</th>`)
        .join('')}</tr></thead><tbody>${part.rows
        .map(
          ({ cells, out }) =>
            `<tr${out ? ' class="out"' : ''}>${cells
              .map((cell, at) =>
                at === 0
                  ? `<th scope="row">${escapeText(cell)}</th>`
                  : `<td>${escapeText(cell)}</td>`,
              )
              .join('')}</tr>`,
        )
        .join('')}</tbody></table>`;
    case 'section':
      return `<section><div><h2>${escapeText(part.title)}</h2>${part.note ? `<p class="note">${escapeText(part.note)}</p>` : ''}</div><div>${part.parts.map(partHtml).join('')}</div></section>`;
  }
}

/** @param foot which revision it is, by whom */
export function writeDocumentHtml(
  document: BenchDocument,
  { layout, foot = '' }: { layout?: DocumentLayout | undefined; foot?: string } = {},
): string {
  const { title, under = '', opposite = '', language } = document;
  const style = `${face(400)}${face(700)}${STYLE}`;
  const styleHash = createHash('sha256').update(style).digest('base64');
  return `<!doctype html>
<html lang="${escapeText(language)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src data:; font-src data:; style-src 'sha256-${styleHash}'; form-action 'none'; base-uri 'none'">
<title>${escapeText(title)}</title><style>${style}</style></head>
<body><article><h1>${escapeText(title)}</h1><div class="under"><span>${escapeText(under)}</span><span>${escapeText(opposite)}</span></div>
${partsIn(document, layout).map(partHtml).join('\n')}
<footer>${escapeText(foot)}</footer></article></body></html>
`;
}
