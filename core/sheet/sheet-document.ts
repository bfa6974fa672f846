/** A sheet as a document, in the order in which people talk: words first, figures with their doubt, statistics last. */

import { claimAnswer, claimSays } from '../wording/claim-sentences.ts';
import { textOf } from '../wording/sentence.ts';
import type {
  BenchDocument,
  DocumentDrawing,
  DocumentPart,
  DocumentPicture,
  DocumentTally,
  StandingFigure,
  Stroke,
} from './document.ts';
import type { SheetData, SheetFigure } from './sheet-data.ts';
import {
  asWords,
  isWordless,
  PART_TITLES,
  plainWords,
  type SheetPart,
  type SheetWords,
} from './sheet-words.ts';
import {
  FOREFOOT_AT,
  guessShape,
  HEEL_AT,
  type SoleShape,
  solePath,
  topAt,
} from './sole-outline.ts';
import { type PlanWidths, planPath } from './sole-plan.ts';

export interface SheetContent {
  data: SheetData;
  title: string;
  /** What it is for, and in which sizes it is made. */
  under: string;
  words: SheetWords;
  /** Sentences of the bench, by part. */
  said: Partial<Record<SheetPart, string[]>>;
  /** What it is made of, by group of parts. */
  madeOf: { part: 'upper' | 'midsole' | 'outsole'; rows: [name: string, words: string][] }[];
  tallies: DocumentTally[];
  pictures: DocumentPicture[];
  shape: Partial<SoleShape> & { length: number };
  widths: PlanWidths;
  disclosure: string[];
  byHand: [name: string, words: string][];
  cautions: string[];
  /** What is behind a figure, in a line; by its key. */
  behind: Readonly<Record<string, string>>;
}

/** The figures that a reader is shown, in this order, where there are any: those that are asked for first. */
const READER_FIGURES = [
  'mass',
  'heel-stack',
  'forefoot-stack',
  'drop',
  'ball-width',
  'toe-box-height',
];

const COUNTS = ['no pair', 'one pair', 'two pairs', 'three pairs', 'four pairs', 'five pairs'];

/** `this pair ± 0.3; the model ± 1.0, from two pairs` */
export function doubtWords({ shown: { U, pairU }, speaksForEdition, pairs }: SheetFigure): string {
  const ofPair = pairU ? `this pair ± ${pairU}` : 'doubt of this pair not known';
  if (!speaksForEdition) return `${ofPair}; of the model nobody can tell`;
  return `${ofPair}; the model ± ${U || '–'}, from ${COUNTS[pairs] ?? `${pairs} pairs`}`;
}

const claimWords = ({ typed, verdict, noticeable, gap }: SheetFigure['claims'][number]): string =>
  textOf(claimSays({ typed, answer: claimAnswer(verdict, noticeable, gap) }));

function standing(figure: SheetFigure): StandingFigure {
  const { shown, grade, claims, conversions, carried } = figure;
  return {
    name: [figure.name, grade].filter(Boolean).join(', '),
    value: shown.value,
    unit: shown.unit,
    also: shown.also,
    doubt: [doubtWords(figure), carried, ...conversions].filter(Boolean).join('; '),
    claim: claims.map(claimWords).join('; '),
    out: claims.some(({ verdict, noticeable }) => verdict === 'differs' && noticeable === 'yes'),
  };
}

/** The first of each quantity: stacks through the shoe stand before those at a sidewall. */
function readerFigures({ figures }: SheetData): SheetFigure[] {
  return READER_FIGURES.flatMap(
    (quantity) => figures.find((figure) => figure.quantity === quantity) ?? [],
  );
}

const stroke = (path: string, tone: Stroke['tone'] = 'ink', dashed = false): Stroke => ({
  path,
  dx: 0,
  tone,
  dashed,
});

const ROUND = 1;
const LETTERS = 10;
const FIGURES = 13;

/** The sole from the side, its figures hung on the lines of their stations. */
function profileDrawing({ shape, data }: SheetContent): DocumentDrawing | undefined {
  const figureOf = (quantity: string) =>
    data.figures.find((figure) => figure.quantity === quantity);
  const [heel, forefoot] = [figureOf('heel-stack'), figureOf('forefoot-stack')];
  if (!heel && !forefoot) return undefined;
  const { length } = shape;
  const outline: SoleShape = { ...guessShape(heel?.value, forefoot?.value, length), ...shape };
  const high = Math.max(outline.heel, outline.forefoot);
  const stations = [
    { at: HEEL_AT, figure: heel, name: 'heel' },
    { at: FOREFOOT_AT, figure: forefoot, name: 'forefoot' },
  ].flatMap(({ figure, ...station }) => (figure ? [{ ...station, figure }] : []));
  const ticks = Array.from({ length: Math.floor(length / 50) + 1 }, (_, at) => at * 50);
  const flat = (value: number) => Number(value.toFixed(ROUND));
  return {
    box: [-12, flat(-high - 30), flat(length + 24), flat(high + 54)],
    strokes: [
      stroke(
        solePath(
          outline,
          (mm) => mm,
          (mm) => -mm,
        ),
      ),
      stroke(`M-8,0L${flat(length + 8)},0`, 'soft'),
      ...stations.map(({ at }) =>
        stroke(
          `M${flat(at * length)},${flat(-topAt(outline, at) - 6)}L${flat(at * length)},0`,
          'soft',
          true,
        ),
      ),
      ...ticks.map((mm) => stroke(`M${mm},3L${mm},8`, 'soft')),
    ],
    labels: [
      ...stations.flatMap(({ at, figure, name }) => [
        {
          x: flat(at * length),
          y: flat(-topAt(outline, at) - 20),
          text: `${figure.shown.value} ${figure.shown.unit}`,
          anchor: 'middle' as const,
          size: FIGURES,
          strong: true,
        },
        {
          x: flat(at * length),
          y: flat(-topAt(outline, at) - 9),
          text: name,
          anchor: 'middle' as const,
          size: LETTERS,
        },
      ]),
      ...ticks.map((mm) => ({
        x: mm,
        y: 19,
        text: `${mm}`,
        anchor: 'middle' as const,
        size: LETTERS,
      })),
    ],
    words: `The sole from the side, to scale, in mm: ${stations
      .map(({ figure, name }) => `${name} ${figure.shown.value} ${figure.shown.unit}`)
      .join(', ')}. Between the stations it is drawn, not measured.`,
  };
}

/** The sole from above, its widths across it. */
function planDrawing({ widths, shape, data }: SheetContent): DocumentDrawing | undefined {
  const figureOf = (quantity: string) =>
    data.figures.find((figure) => figure.quantity === quantity);
  const stations = [
    { at: 0.14, quantity: 'heel-width', name: 'heel' },
    { at: 0.45, quantity: 'midfoot-width', name: 'waist' },
    { at: 0.73, quantity: 'ball-width', name: 'ball' },
  ].flatMap(({ quantity, ...station }) => {
    const figure = figureOf(quantity);
    return figure ? [{ ...station, figure }] : [];
  });
  if (stations.length === 0) return undefined;
  const length = widths.length ?? shape.length;
  const wide = widths.ball ?? Math.max(...stations.map(({ figure }) => figure.value));
  const flat = (value: number) => Number(value.toFixed(ROUND));
  return {
    box: [-12, flat(-0.62 * wide), flat(length + 24), flat(1.24 * wide)],
    strokes: [
      stroke(
        planPath(
          widths,
          length,
          (mm) => mm,
          (mm) => -mm,
        ),
      ),
      ...stations.map(({ at, figure }) =>
        stroke(
          `M${flat(at * length)},${flat(-0.48 * figure.value)}L${flat(at * length)},${flat(0.48 * figure.value)}`,
          'soft',
          true,
        ),
      ),
    ],
    labels: stations.flatMap(({ at, figure, name }) => [
      {
        x: flat(at * length + 3),
        y: -1,
        text: figure.shown.value,
        anchor: 'start' as const,
        size: FIGURES,
        strong: true,
      },
      { x: flat(at * length + 3), y: 11, text: name, anchor: 'start' as const, size: LETTERS },
    ]),
    words: `The sole from above, to scale: ${stations
      .map(({ figure, name }) => `${name} ${figure.shown.value} ${figure.shown.unit}`)
      .join(', ')}.`,
  };
}

/** Typed words before sentences of the bench; nothing where neither is there. */
function partOf({ words, said }: SheetContent, part: SheetPart): DocumentPart[] {
  const typed = words[part];
  const sentences = said[part] ?? [];
  return [
    ...(typed && !isWordless(typed) ? [{ kind: 'words' as const, blocks: typed }] : []),
    ...(sentences.length > 0 ? [{ kind: 'lines' as const, lines: [sentences.join(' ')] }] : []),
  ];
}

const section = (
  title: string,
  parts: DocumentPart[],
  more: { note?: string; only?: 'lab' } = {},
): DocumentPart[] => (parts.length > 0 ? [{ kind: 'section', title, parts, ...more }] : []);

const LAB = { only: 'lab' } as const;

/** Every figure with its doubt, terms and what is behind it: for those who ask. */
function labParts({ data, behind, disclosure, byHand }: SheetContent): DocumentPart[] {
  const titles = [...new Set(data.figures.map((figure) => figure.section))];
  return [
    ...titles.flatMap((title) => {
      const figures = data.figures.filter((figure) => figure.section === title);
      return section(
        title,
        [
          {
            kind: 'table',
            columns: [
              { title: 'Figure', width: 150 },
              { title: 'Value', width: 70, figure: true },
              { title: 'This pair', width: 52, figure: true },
              { title: 'The model', width: 52, figure: true },
              { title: 'Pairs / readings', width: 60, figure: true },
              { title: 'Claimed, reported', width: 110 },
            ],
            rows: figures.map((figure) => ({
              cells: [
                figure.name,
                [`${figure.shown.value} ${figure.shown.unit}`, figure.shown.also]
                  .filter(Boolean)
                  .join(' · '),
                figure.shown.pairU ? `± ${figure.shown.pairU}` : '–',
                figure.speaksForEdition && figure.shown.U ? `± ${figure.shown.U}` : '–',
                `${figure.pairs} / ${figure.readings}`,
                [
                  ...figure.claims.map(claimWords),
                  ...figure.reported.map(({ typed, source }) => `${typed} reported by ${source}`),
                ].join('; '),
              ],
              out: standing(figure).out,
            })),
          },
          {
            kind: 'lines',
            small: true,
            lines: figures.flatMap((figure) => {
              const line = behind[figure.key];
              const pairs = figure.ofPairs.map(({ tag, words }) => `${tag} ${words}`);
              return line
                ? [
                    `${figure.name}: ${[
                      line,
                      ...figure.doubts,
                      figure.carried,
                      pairs.length > 1 ? pairs.join(', ') : '',
                    ]
                      .filter(Boolean)
                      .join('; ')}.`,
                  ]
                : [];
            }),
          },
        ],
        LAB,
      );
    }),
    ...section(
      'By hand',
      byHand.length > 0
        ? [
            { kind: 'facts', rows: byHand },
            { kind: 'lines', lines: ['Votes, never averaged.'], small: true },
          ]
        : [],
      LAB,
    ),
    ...section(
      'Claimed, not measured',
      data.unmeasured.length > 0
        ? [
            {
              kind: 'facts',
              rows: data.unmeasured.map(({ quantity, typed, source }): [string, string] => [
                quantity,
                [typed, source].filter(Boolean).join(', '),
              ]),
            },
          ]
        : [],
      LAB,
    ),
    ...section('How the pairs came', [{ kind: 'lines', lines: disclosure }], LAB),
    ...section(
      'Made with',
      [
        {
          kind: 'lines',
          lines: [
            [
              data.instruments.length > 0 ? `Gauges: ${data.instruments.join(', ')}.` : '',
              data.protocols.length > 0 ? `Protocols: ${data.protocols.join('; ')}.` : '',
              data.studies.length > 0 ? `Gauge studies: ${data.studies.join('; ')}.` : '',
            ]
              .filter(Boolean)
              .join(' '),
          ],
        },
      ],
      LAB,
    ),
  ];
}

const MADE_WITH: readonly SheetPart[] = ['upper', 'midsole', 'outsole'];

/** Answers that say there is none of it: a reader is told what there is. */
const NOTHING = ['none', 'neither', 'neither side', 'nothing'];

/** A part that says what it is made of, after what somebody thinks of it: in a line, and in full for the lab. */
function madePart(content: SheetContent, part: SheetPart): DocumentPart[] {
  const rows = content.madeOf.find((one) => one.part === part)?.rows ?? [];
  const there = rows.filter(([, answer]) => !NOTHING.includes(answer));
  const line = there.map(([name, answer]) => `${name.toLowerCase()}: ${answer}`).join(' · ');
  return section(PART_TITLES[part], [
    ...partOf(content, part),
    ...(line ? [{ kind: 'lines' as const, lines: [line] }] : []),
  ]);
}

/** Everything that was looked at, what is not there too. */
const madeInFull = ({ madeOf }: SheetContent): DocumentPart[] =>
  section(
    'Looked at',
    madeOf.some(({ rows }) => rows.length > 0)
      ? [{ kind: 'facts', rows: madeOf.flatMap(({ rows }) => rows) }]
      : [],
    LAB,
  );

const COLUMNS: readonly SheetPart[] = ['for', 'not for', 'pros', 'cons'];
const LINES: readonly SheetPart[] = ['buy again', 'nearest'];

/** What stands before the first section: the verdict, for whom, pros and cons, what is near. */
function headParts(content: SheetContent): DocumentPart[] {
  const { words, said } = content;
  const columns = COLUMNS.flatMap((part) => {
    const blocks = words[part];
    return blocks && !isWordless(blocks) ? [{ title: PART_TITLES[part], blocks }] : [];
  });
  const lines = LINES.flatMap((part): [string, string][] => {
    const typed = plainWords(words[part] ?? []).trim();
    const sentences = [typed, ...(said[part] ?? [])].filter(Boolean).join(' ');
    return sentences ? [[PART_TITLES[part], sentences]] : [];
  });
  return [
    ...(isWordless(words.verdict)
      ? []
      : [{ kind: 'lead' as const, lines: plainWords(words.verdict ?? []).split('\n') }]),
    ...(columns.length > 0 ? [{ kind: 'columns' as const, columns }] : []),
    ...(lines.length > 0 ? [{ kind: 'facts' as const, rows: lines }] : []),
  ];
}

/**
 * A sheet as a document, both layouts in one: sections for the lab are marked so.
 *
 * @example the reader is shown ten figures with their doubt; the lab every figure and what is behind it
 */
export function sheetDocument(content: SheetContent): BenchDocument {
  const { data, title, under, pictures, tallies, cautions } = content;
  const figures = readerFigures(data).map(standing);
  const drawings = [profileDrawing(content), planDrawing(content)].filter(
    (drawing) => drawing !== undefined,
  );
  return {
    title,
    under,
    opposite: `at ${data.label}`,
    language: 'en',
    parts: [
      ...headParts(content),
      ...section(PART_TITLES['how it was tested'], partOf(content, 'how it was tested')),
      ...section('Pictures', pictures.length > 0 ? [{ kind: 'pictures', pictures }] : []),
      ...section(PART_TITLES.fit, partOf(content, 'fit')),
      ...MADE_WITH.slice(0, 2).flatMap((part) => madePart(content, part)),
      ...section(
        'Figures',
        [
          ...(drawings.length > 0 ? [{ kind: 'drawings' as const, drawings }] : []),
          ...(figures.length > 0 ? [{ kind: 'figures' as const, figures }] : []),
        ],
        { note: '± holds in 95 of 100 cases' },
      ),
      ...madePart(content, 'outsole'),
      ...section(PART_TITLES.ride, [
        ...partOf(content, 'ride'),
        ...(tallies.length > 0 ? [{ kind: 'tallies' as const, tallies }] : []),
      ]),
      ...section(PART_TITLES.life, partOf(content, 'life')),
      ...section(PART_TITLES.price, partOf(content, 'price')),
      ...section(
        'Take care',
        cautions.length > 0 ? [{ kind: 'words', blocks: asWords(cautions) }] : [],
      ),
      ...madeInFull(content),
      ...labParts(content),
    ],
    data,
  };
}
