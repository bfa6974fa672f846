/** A sheet as a picture for a post: its text is drawn as outlines of the font that ships, so that it looks alike everywhere. */
import { type Font, openSync } from 'fontkit';
import type { BenchDocument, DocumentPart } from '#core/sheet/document.ts';
import { EXTENDED, font, INK, LINE, SIGNAL, SOFT, type Weight } from './pdf-page.ts';

const WIDTH = 1200;
const HEIGHT = 630;
const PAD = 56;

const opened = new Map<string, Font>();

function fontAt(path: string): Font {
  const known = opened.get(path);
  if (known) return known;
  const read = openSync(path) as Font;
  opened.set(path, read);
  return read;
}

interface Set {
  svg: string;
  width: number;
}

/** A line of letters as one path, from its left end on the base line. */
function setLine(text: string, size: number, weight: Weight, colour: string): Set {
  const paths: string[] = [];
  let x = 0;
  text.split(EXTENDED).forEach((run, at) => {
    if (run === '') return;
    const face = fontAt(font(weight, at % 2 === 1 ? 'latin-ext' : 'latin'));
    const scale = size / face.unitsPerEm;
    const { glyphs, positions } = face.layout(run);
    glyphs.forEach((glyph, nth) => {
      const place = positions[nth];
      const shape = glyph.path.toSVG();
      if (shape)
        paths.push(
          `<path transform="translate(${(x + (place?.xOffset ?? 0) * scale).toFixed(2)} 0) scale(${scale} ${-scale})" d="${shape}"/>`,
        );
      x += (place?.xAdvance ?? glyph.advanceWidth) * scale;
    });
  });
  return { svg: `<g fill="${colour}">${paths.join('')}</g>`, width: x };
}

/** Words in lines of a width; what is left over after the last line ends in an ellipsis. */
function breakLines(
  text: string,
  size: number,
  width: number,
  most: number,
  weight: Weight = 400,
): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const longer = line ? `${line} ${word}` : word;
    if (setLine(longer, size, weight, INK).width <= width || line === '') line = longer;
    else {
      lines.push(line);
      line = word;
    }
  }
  if (line) lines.push(line);
  if (lines.length <= most) return lines;
  return [...lines.slice(0, most - 1), `${lines[most - 1]} …`];
}

const partOf = <Kind extends DocumentPart['kind']>(parts: readonly DocumentPart[], kind: Kind) =>
  parts.find((part): part is Extract<DocumentPart, { kind: Kind }> => part.kind === kind);

const CAUTION_LINES = 2;

/** That shoes of a pair differ, and what was decided: with their figures where there is room for them. */
function cautionLines({ data }: BenchDocument): string[] {
  const pairs = data?.leftRight ?? [];
  const lines = (said: 'words' | 'brief', most: number) =>
    breakLines(pairs.map((pair) => pair[said]).join(' '), 17, WIDTH - 2 * PAD, most, 700);
  const whole = lines('words', Number.POSITIVE_INFINITY);
  return whole.length <= CAUTION_LINES ? whole : lines('brief', CAUTION_LINES);
}

/** The card as SVG without text: every letter is a path. */
export function cardSvg(document: BenchDocument, foot: string): string {
  const drawn: string[] = [];
  const put = (text: string, x: number, y: number, size: number, weight: Weight, colour = INK) => {
    const { svg, width } = setLine(text, size, weight, colour);
    drawn.push(`<g transform="translate(${x} ${y})">${svg}</g>`);
    return width;
  };
  put(document.title, PAD, 96, 50, 700);
  put(
    [document.under, document.opposite].filter(Boolean).join(' · ').slice(0, 90),
    PAD,
    134,
    22,
    400,
    SOFT,
  );
  drawn.push(`<rect x="${PAD}" y="152" width="${WIDTH - 2 * PAD}" height="3" fill="${INK}"/>`);
  let y = 204;
  const lead = partOf(document.parts, 'lead')?.lines.join(' ') ?? '';
  for (const line of breakLines(lead, 34, WIDTH - 2 * PAD, 3)) {
    put(line, PAD, y, 34, 400);
    y += 44;
  }
  const sections = document.parts.flatMap((part) => (part.kind === 'section' ? part.parts : []));
  const figures = (partOf(sections, 'figures')?.figures ?? []).slice(0, 4);
  const step = (WIDTH - 2 * PAD) / Math.max(1, figures.length);
  const top = Math.max(y + 46, 380);
  drawn.push(
    `<rect x="${PAD}" y="${top - 58}" width="${WIDTH - 2 * PAD}" height="1.5" fill="${LINE}"/>`,
  );
  figures.forEach(({ name, value, unit, doubt, claim, out }, at) => {
    const x = PAD + at * step;
    const wide = put(value, x, top, 54, 700);
    put(unit, x + wide + 10, top, 26, 400, SOFT);
    put(name, x, top + 38, 22, 400);
    breakLines(doubt, 17, step - 24, 2).forEach((line, nth) => {
      put(line, x, top + 66 + nth * 22, 17, 400, SOFT);
    });
    if (claim)
      breakLines(claim, 17, step - 24, 2).forEach((line, nth) => {
        put(line, x, top + 116 + nth * 22, 17, out ? 700 : 400, out ? SIGNAL : SOFT);
      });
  });
  cautionLines(document).forEach((line, nth) => {
    put(line, PAD, HEIGHT - 82 + nth * 22, 17, 700, SIGNAL);
  });
  put(foot, PAD, HEIGHT - 30, 17, 400, SOFT);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" width="${WIDTH}" height="${HEIGHT}"><rect width="${WIDTH}" height="${HEIGHT}" fill="#fcfbf7"/>${drawn.join('')}</svg>`;
}

export async function writeCardPng(document: BenchDocument, foot: string): Promise<Buffer> {
  const { default: sharp } = await import('sharp');
  return sharp(Buffer.from(cardSvg(document, foot)))
    .png()
    .toBuffer();
}
