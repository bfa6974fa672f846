/** The sheets of the scenario: words, pictures, revisions, a comparison, and one that was withdrawn. */
import dayjs from 'dayjs';
import { v7 as uuid7 } from 'uuid';
import { asWords, type SheetPart } from '#core/sheet/sheet-words.ts';
import { readLabelSlug, type SizeLabel } from '#core/sizing/size-label.ts';
import { deviationOfEdition, sizeWordsOf } from '#server/fit/deviation.ts';
import { silentLog } from '#server/log.ts';
import { photographFiles } from '#server/photographs/photograph-files.ts';
import { draftComparison, issueComparison } from '#server/sheets/comparison-issue.ts';
import { loopReader } from '#server/sheets/loops.ts';
import {
  draftSheet,
  issueSheet,
  offeredPhotographs,
  pictureReader,
  sheetPictures,
  sheetSubject,
} from '#server/sheets/sheet-issue.ts';
import { refreshShelf } from '#server/sheets/shelf-rows.ts';
import type { Db } from '#server/store/database.ts';
import { photographFolder } from '#server/store/photograph-folder.ts';
import { openStores, type Stores } from '#server/stores.ts';
import { lifeOf } from '#server/wear/life.ts';

type Words = Partial<Record<SheetPart, readonly string[]>>;

const SIGNED_BY = 'B1';
const KERB = 'kestvane-kerb';

/** What was said of the boot while it was new, and after its first rounds. */
const BOOT = { slug: 'tarnhus-frostgate-high-cut', label: 'uk-8.5' };
const BOOT_NEW: Words = {
  verdict: [
    'Warm in the hand, stiff, and heavy: a boot that promises icy rounds.',
    'Nobody has worn it yet.',
  ],
  for: ['Rounds under minus five. Whoever stands a lot.'],
};

const SHEETS: readonly {
  slug: string;
  label: string;
  daysAgo: number;
  words: Words;
  also?: true;
}[] = [
  {
    slug: 'norrolt-stairwell-mid-cut',
    label: 'uk-8',
    daysAgo: 14,
    also: true,
    words: {
      verdict: [
        'Firm, quiet and steady on stairs: a shoe for whoever carries weight.',
        'Heavy, and toes that stand high meet its roof first.',
      ],
      for: ['Long rounds of stairs and kerbs. Feet of middle width.'],
      'not for': ['Wet grass downhill. Tall toes, thick winter socks.'],
      pros: ['Both pairs alike, left and right alike.', 'Holds the ankle without pressing it.'],
      cons: ['Low over the toes.', 'Slow to dry.'],
      'buy again': ['Two of three testers would; one calls it short.'],
    },
  },
  {
    ...BOOT,
    daysAgo: 6,
    words: {
      verdict: [
        'Warm, sure on packed snow, and heavy: a boot for icy rounds and no others.',
        'Its foam shows fine cracks after a hundred kilometres: it is watched.',
      ],
      for: ['Rounds under minus five. Whoever stands a lot.'],
      'not for': ['Bare ice without spikes. Long paved rounds.'],
      pros: ['Holds on wet stone steps.', 'Dry after an hour in slush.'],
      cons: ['Cracks in the foam, early.', 'Stiff to bend until worn in.'],
    },
  },
  {
    slug: KERB,
    label: 'eu-42',
    daysAgo: 9,
    words: {
      verdict: [
        'Light, quick and close to the ground: a shoe for rounds of kerbs and steps.',
        'Five hundred kilometres, then the lining or the heel goes.',
      ],
      for: ['Rounds of 12 to 18 km on steps, kerbs and paving. Feet of middle width.'],
      'not for': ['Gravel lanes: the toe tears. Whoever wants a deep heel.'],
      pros: [
        'No heel slipped.',
        'What the maker says of it is true.',
        'Soft from the third outing on.',
      ],
      cons: ['The lining tears at the heel.', 'Laces come undone when wet.'],
      'buy again': ['Three of four testers would.'],
      fit: ['Take your own label; with thick socks half a size more.'],
    },
  },
];

/** Issued before a pair of it was looked at: taken back, and still readable. */
const WITHDRAWN = {
  slug: 'brindlow-roundsman-3',
  label: 'uk-8',
  daysAgo: 30,
  words: { verdict: ['A shoe for long paved rounds.', 'Its heel is lower than stated.'] } as Words,
  why: 'it leaned on BR-13, which came with two sizes in one box',
};

const COMPARISON = {
  name: 'Low shoes for rounds of kerbs',
  editions: [KERB, 'norrolt-stairwell-low-cut', 'wrenfold-latch-low', 'brindlow-roundsman-3'],
  daysAgo: 4,
  words: {
    verdict: [
      'For kerbs and steps the lightest is enough; for whoever carries weight it is too close to the ground.',
    ],
    pros: ['All four can be had in the shop.'],
  } as Words,
};

const sourcesOf = (stores: Stores) => ({
  sizesOf: () => sizeWordsOf(stores),
  fitOf: (slug: string) => deviationOfEdition(stores, slug),
  lifeOf: (slug: string) => lifeOf(stores, slug),
});

function labelOf(slug: string): SizeLabel {
  const label = readLabelSlug(slug);
  if (!label) throw new RangeError(`${slug} is no label`);
  return label;
}

function tell(stores: Stores, at: dayjs.Dayjs, action: string, subject: string, work: () => void) {
  const id = uuid7({ msecs: at.valueOf() });
  stores.changes.apply(
    { id, at: at.toISOString(), person: SIGNED_BY, action, subject, request: { subject } },
    () => {
      work();
      return { id };
    },
  );
}

function write(stores: Stores, subject: string, words: Words, at: dayjs.Dayjs): void {
  for (const [part, lines] of Object.entries(words))
    tell(stores, at, 'writeWords', subject, () =>
      stores.sheetWords.write(subject, part as SheetPart, asWords(lines ?? []), {
        at: at.toISOString(),
        person: SIGNED_BY,
      }),
    );
}

function issue(
  stores: Stores,
  { slug, label }: { slug: string; label: string },
  at: dayjs.Dayjs,
  pictures: Awaited<ReturnType<typeof sheetPictures>> = [],
): string {
  const id = uuid7({ msecs: at.valueOf() });
  tell(stores, at, 'issueSheet', id, () => {
    const wanted = { slug, label: labelOf(label) };
    const drafted = draftSheet(stores, sourcesOf(stores), loopReader(stores), wanted, pictures);
    issueSheet(stores, drafted, { id, now: at.toISOString(), person: SIGNED_BY });
  });
  return id;
}

const subjectOf = (stores: Stores, slug: string, label: string) =>
  sheetSubject(stores.editions.bySlug(slug).id, labelOf(label));

/** The first revision of the boot, before anybody wore it. */
export function issueBeforeWear(stores: Stores, at: dayjs.Dayjs): void {
  write(stores, subjectOf(stores, BOOT.slug, BOOT.label), BOOT_NEW, at);
  issue(stores, BOOT, at);
}

/** All else, as of today. */
export async function issueSheets(db: Db, today: string): Promise<void> {
  const stores = openStores(db);
  const files = photographFiles(photographFolder(db.name));
  const read = pictureReader((hash) => files.pathOf(hash, 'full'));
  const day = (ago: number) => dayjs(today).subtract(ago, 'day').hour(16);
  // What is near an edition is read off the shelf.
  await refreshShelf(stores, () => sizeWordsOf(stores), silentLog());

  write(
    stores,
    subjectOf(stores, WITHDRAWN.slug, WITHDRAWN.label),
    WITHDRAWN.words,
    day(WITHDRAWN.daysAgo),
  );
  const withdrawn = issue(stores, WITHDRAWN, day(WITHDRAWN.daysAgo));
  tell(stores, day(WITHDRAWN.daysAgo - 2), 'withdrawIssued', withdrawn, () =>
    stores.issued.withdraw({
      id: withdrawn,
      why: WITHDRAWN.why,
      person: SIGNED_BY,
      at: day(WITHDRAWN.daysAgo - 2).toISOString(),
    }),
  );

  for (const { slug, label, daysAgo, words, also = false } of SHEETS) {
    const subject = subjectOf(stores, slug, label);
    const at = day(daysAgo);
    write(stores, subject, words, at);
    const { id } = stores.editions.bySlug(slug);
    const offered = offeredPhotographs(stores, id).filter(({ caption }) =>
      /^(?:side|sole|insole)/.test(caption),
    );
    tell(stores, at, 'chooseForSheet', subject, () =>
      stores.sheetWords.choose(
        subject,
        { pictures: offered.map((picture) => picture.id), also },
        { at: at.toISOString(), person: SIGNED_BY },
      ),
    );
    issue(stores, { slug, label }, at, await sheetPictures(stores, read, slug, labelOf(label)));
  }

  const kept = uuid7({ msecs: day(COMPARISON.daysAgo + 1).valueOf() });
  tell(stores, day(COMPARISON.daysAgo + 1), 'keepComparison', kept, () =>
    stores.keptComparisons.keep(
      kept,
      { name: COMPARISON.name, editions: COMPARISON.editions, label: null, stack: null },
      { at: day(COMPARISON.daysAgo + 1).toISOString(), person: SIGNED_BY },
    ),
  );
  write(stores, kept, COMPARISON.words, day(COMPARISON.daysAgo));
  tell(stores, day(COMPARISON.daysAgo), 'issueComparison', kept, () => {
    const row = stores.keptComparisons.byId(kept);
    issueComparison(stores, row, draftComparison(stores, row, sourcesOf(stores)), {
      id: uuid7({ msecs: day(COMPARISON.daysAgo).valueOf() }),
      now: day(COMPARISON.daysAgo).toISOString(),
      person: SIGNED_BY,
    });
  });
}
