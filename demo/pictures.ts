/** A set of pictures of one pair while new: drawn here, since a made-up shoe has no photograph. */
import dayjs from 'dayjs';
import sharp from 'sharp';
import { v7 as uuid7 } from 'uuid';
import { photographFiles } from '#server/photographs/photograph-files.ts';
import type { Db } from '#server/store/database.ts';
import { photographFolder } from '#server/store/photograph-folder.ts';
import { openStores } from '#server/stores.ts';

/** The pair that has its pictures. */
export const PICTURED_PAIR = 'NS-03';

const [WIDTH, HEIGHT] = [1200, 800];
const paper = (content: string, ground = '#e9e4d6') =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}">
    <rect width="100%" height="100%" fill="${ground}"/>${content}</svg>`;

const UPPER =
  'M190,470 C170,330 190,210 270,190 L430,190 C450,270 520,330 640,360 C800,395 980,400 1010,470 Z';
const SOLE = 'M170,470 L1030,470 C1050,520 1030,560 960,575 L230,575 C180,570 160,520 170,470 Z';
const OUTLINE =
  'M160,400 C170,290 300,270 430,310 C560,345 640,280 800,260 C960,245 1060,310 1060,400 C1060,500 950,560 800,545 C640,530 560,465 430,490 C300,520 170,510 160,400 Z';

const lugs = Array.from({ length: 9 }, (_, row) =>
  [340, 400, 460]
    .map((y) => `<rect x="${210 + row * 92}" y="${y - 22}" width="46" height="44" rx="6"/>`)
    .join(''),
).join('');

/** By caption: the words by which the walk asks for them. */
const PICTURES: Readonly<Record<string, string>> = {
  'label on the box': paper(
    `<rect x="220" y="180" width="760" height="440" fill="#fff" stroke="#444" stroke-width="4"/>
     <g font-family="sans-serif" fill="#222"><text x="270" y="290" font-size="64">NORROLT Stairwell</text>
     <text x="270" y="370" font-size="44">mid cut</text>
     <text x="270" y="500" font-size="56">UK 9.5 &#160; EU 44 &#160; US 10.5</text></g>`,
  ),
  'side, lateral': paper(
    `<path d="${UPPER}" fill="#6d5a43"/><path d="${SOLE}" fill="#d8d2c2" stroke="#777"/>
     <g stroke="#3d3325" stroke-width="8">${[300, 345, 390, 435].map((x, at) => `<path d="M${x},${230 + 26 * at} l120,18"/>`).join('')}</g>`,
  ),
  'sole, both': paper(`<path d="${OUTLINE}" fill="#4a463e"/><g fill="#2f2c27">${lugs}</g>`),
  'insole, out of the shoe': paper(
    `<path d="${OUTLINE}" fill="#8f9bb3" stroke="#5d6a85" stroke-width="6"/>`,
  ),
  'sidewall, for creases later': paper(
    `<path d="M60,300 L1140,300 L1140,560 L60,560 Z" fill="#d8d2c2"/>
     <g stroke="#c3bba7" stroke-width="5" fill="none">${[350, 410, 470].map((y) => `<path d="M60,${y} C400,${y - 20} 800,${y + 20} 1140,${y}"/>`).join('')}</g>`,
  ),
};

/** Adds the set, as the pair was received. */
export async function addPictures(db: Db): Promise<void> {
  const stores = openStores(db);
  const files = photographFiles(photographFolder(db.name));
  const pair = stores.pairs.byTag(PICTURED_PAIR);
  let at = dayjs(pair.receivedOn).hour(9).minute(40);
  for (const [caption, drawing] of Object.entries(PICTURES)) {
    at = at.add(20, 'second');
    const kept = await files.keep(
      await sharp(Buffer.from(drawing)).png().toBuffer(),
      new AbortController().signal,
    );
    const told = { at: at.toISOString(), person: 'B1' };
    const id = uuid7({ msecs: at.valueOf() });
    const fields = { subjectKind: 'pair', subjectId: pair.id, side: '', caption } as const;
    stores.changes.apply(
      {
        id: uuid7({ msecs: at.valueOf() }),
        ...told,
        action: 'addPhotograph',
        subject: id,
        request: { ...fields, ...kept },
      },
      () => {
        stores.photographs.add({ id, ...fields, ...kept, addedAt: told.at, person: told.person });
        return { id };
      },
    );
  }
}
