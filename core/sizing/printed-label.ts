/**
 * Reads a label as it is printed on boxes and tongues: size and width apart, one size or the same in
 * several systems. How labels are printed and read: common practice.
 */
import { accepted, type Result, refused } from './result.ts';
import {
  HALF_SIZE_MM,
  LABEL_STEPS,
  LABEL_SYSTEMS,
  type LabelSystem,
  labelFault,
  lastLength,
  nameLabel,
  type SizeLabel,
} from './size-label.ts';

/** A size as it is printed; without a system where none is printed and none is known. */
export interface PrintedSize {
  system?: LabelSystem;
  size: number;
}

export interface PrintedLabel {
  labels: PrintedSize[];
  /** As printed: `D`, `4E`, `wide`. */
  width?: string;
  /** What is wrong with it, or is to be asked. */
  faults: string[];
  /** Words that say nothing here. */
  unread: string[];
}

type Country = 'us' | 'uk' | 'eu' | 'mondopoint';
type Group = 'men' | 'women' | 'child' | 'youth';
type Token =
  | { kind: 'number'; value: number; typed: string }
  | { kind: 'country'; country: Country; millimetres?: boolean }
  | { kind: 'group'; group: Group }
  /** M, W or C, which may name a group or a width. */
  | { kind: 'letter'; letter: 'm' | 'w' | 'c'; typed: string; glued: boolean }
  | { kind: 'width'; typed: string }
  | { kind: 'part' }
  | { kind: 'noise' }
  | { kind: 'unread'; typed: string };

const FRACTIONS: Record<string, number> = {
  '½': 1 / 2,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '¼': 1 / 4,
  '¾': 3 / 4,
};
const COUNTRIES: Record<string, Country> = {
  us: 'us',
  usa: 'us',
  uk: 'uk',
  gb: 'uk',
  eu: 'eu',
  eur: 'eu',
  european: 'eu',
  fr: 'eu',
  jp: 'mondopoint',
  jpn: 'mondopoint',
  cm: 'mondopoint',
  mondo: 'mondopoint',
  mondopoint: 'mondopoint',
  mp: 'mondopoint',
};
const GROUPS: Record<string, Group> = {
  men: 'men',
  mens: 'men',
  "men's": 'men',
  man: 'men',
  women: 'women',
  womens: 'women',
  "women's": 'women',
  woman: 'women',
  wmns: 'women',
  ladies: 'women',
  kid: 'child',
  kids: 'child',
  "kid's": 'child',
  k: 'child',
  child: 'child',
  children: 'child',
  "child's": 'child',
  "children's": 'child',
  y: 'youth',
  youth: 'youth',
};
const WIDTH =
  /^(?:a{1,4}|b|d|e{1,4}|[fgh]|narrow|regular|medium|standard|wide|x-?wide|(?:extra|double)[ -]wide)$/;
const NOISE = new Set(['size', 'in', 'the', 'nr', 'no']);

const TOKEN = new RegExp(
  [
    '[2-6]e(?![a-z])',
    String.raw`\d+(?:[.,]\d+)?(?:\s*[½⅓⅔¼¾]|\s+[12]\/[234](?![\d]))?`,
    '(?:extra|double)[ -]wide|x-?wide',
    "[a-z]+(?:'[a-z]+)?",
    '[/|,;·&]',
    String.raw`\S`,
  ].join('|'),
  'gi',
);

function readNumber(typed: string): number {
  const [, whole = '', fraction = ''] = /^([\d.,]+)\s*(.*)$/.exec(typed) ?? [];
  const [over, under] = fraction.split('/').map(Number);
  const part = FRACTIONS[fraction] ?? (over && under ? over / under : 0);
  return Number(whole.replace(',', '.')) + part;
}

function readWord(typed: string, glued: boolean): Token {
  const word = typed.toLowerCase();
  if (word === 'mm') return { kind: 'country', country: 'mondopoint', millimetres: true };
  const country = COUNTRIES[word];
  if (country) return { kind: 'country', country };
  if (word === 'm' || word === 'w' || word === 'c')
    return { kind: 'letter', letter: word, typed, glued };
  const group = GROUPS[word];
  if (group) return { kind: 'group', group };
  if (WIDTH.test(word)) return { kind: 'width', typed };
  return NOISE.has(word) ? { kind: 'noise' } : { kind: 'unread', typed };
}

function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  let end = -1;
  for (const match of text.matchAll(TOKEN)) {
    const [typed] = match;
    const glued = match.index === end;
    end = match.index + typed.length;
    const sized = tokens.some((token) => token.kind === 'number');
    if (/^[2-6]e$/i.test(typed)) tokens.push({ kind: 'width', typed });
    else if (/^\d/.test(typed)) tokens.push({ kind: 'number', value: readNumber(typed), typed });
    else if (/^[/|,;·&]$/.test(typed)) tokens.push({ kind: 'part' });
    else if (/^[a-z]/i.test(typed)) tokens.push(readWord(typed, glued && sized));
    // Brackets, colons and dashes only set apart.
    else if (!/^[()[\]:.\-–']$/.test(typed)) tokens.push({ kind: 'unread', typed });
  }
  return tokens;
}

/** A size with what is printed before and behind it. */
interface Item {
  value: number;
  typed: string;
  country?: Country;
  millimetres?: boolean;
  group?: Group;
  behind?: Extract<Token, { kind: 'letter' }>;
}

/** What stands between two sizes belongs to the one before only if it is a unit, a width or a letter. */
function itemsOf(tokens: readonly Token[], label: PrintedLabel): Item[] {
  const items: Item[] = [];
  let ahead: Partial<Item> = {};
  let last: Item | undefined;
  const addWidth = (typed: string) => {
    label.width = label.width === undefined ? typed : `${label.width} ${typed}`;
  };
  tokens.forEach((token, at) => {
    const numberFollows = tokens
      .slice(at + 1)
      .find((next) => next.kind === 'number' || next.kind === 'part');
    const isAhead = !last || numberFollows?.kind === 'number';
    switch (token.kind) {
      case 'number':
        last = { ...ahead, value: token.value, typed: token.typed };
        items.push(last);
        ahead = {};
        break;
      case 'part':
        last = undefined;
        ahead = {};
        break;
      case 'country': {
        const { country, millimetres = false } = token;
        const isUnit = country === 'mondopoint' && last && last.country === undefined;
        if (isAhead && !isUnit) ahead = { ...ahead, country, millimetres };
        else if (last) Object.assign(last, { country: last.country ?? country, millimetres });
        break;
      }
      case 'group':
        if (isAhead) ahead = { ...ahead, group: token.group };
        else if (last) last.group ??= token.group;
        break;
      case 'letter':
        if (last && (token.glued || !isAhead)) last.behind = token;
        else if (token.letter === 'c') ahead = { ...ahead, group: 'child' };
        else ahead = { ...ahead, group: token.letter === 'm' ? 'men' : 'women' };
        break;
      case 'width':
        addWidth(token.typed);
        break;
      case 'unread':
        label.unread.push(token.typed);
        break;
      case 'noise':
        break;
    }
  });
  return items;
}

/** A letter behind a size: beside a size of the other sex its own sex, behind a known system a width. */
function settleLetter(
  item: Item,
  others: readonly Item[],
  label: PrintedLabel,
  hint?: LabelSystem,
) {
  const { behind } = item;
  if (!behind) return;
  const { letter, typed, glued } = behind;
  if (letter === 'c') {
    if (glued) item.group ??= 'child';
    else label.width ??= typed;
    return;
  }
  const [own, other] = letter === 'w' ? (['women', 'men'] as const) : (['men', 'women'] as const);
  const isOther = ({ group, behind: letterOfOther }: Item) =>
    group === other || letterOfOther?.letter === (letter === 'w' ? 'm' : 'w');
  if (others.some(isOther)) item.group ??= own;
  else if (item.country || item.group || hint) label.width ??= typed;
  else
    label.faults.push(
      `“${item.typed}${typed}”: ${own}’s ${item.typed}, or ${item.typed} in ${letter === 'w' ? 'wide' : 'medium'}? Type ${letter.toUpperCase()}${item.typed}, or US and the width apart.`,
    );
}

function systemOf({ country, group }: Item, hint?: LabelSystem): LabelSystem | undefined {
  if (country === 'eu' || country === 'mondopoint') return country;
  if (country === 'uk') return group === 'child' ? 'uk-child' : 'uk';
  if (group) return group === 'women' ? 'us-women' : group === 'child' ? 'us-child' : 'us-men';
  return country === undefined || hint?.startsWith('us') ? hint : undefined;
}

/** Centimetres and Japanese sizes are foot lengths in cm; a Mondopoint size is in mm. */
const sizeOf = ({ value, millimetres }: Item, system: LabelSystem | undefined): number =>
  system === 'mondopoint' && !millimetres && value < 45 ? Math.round(value * 100) / 10 : value;

function isPrinted({ system, size }: SizeLabel): boolean {
  // EU sizes stand in thirds too; a foot length in any millimetre.
  const finer: Partial<Record<LabelSystem, number>> = { eu: 1 / 3, mondopoint: 1 };
  const steps = [LABEL_STEPS[system], finer[system] ?? LABEL_STEPS[system]];
  return steps.some((step) => Math.abs(size / step - Math.round(size / step)) < 0.02 / step);
}

/** How far two sizes of one label may lie apart: makers’ own tables differ, most of all to foot lengths. */
function mayDiffer(a: LabelSystem, b: LabelSystem): number {
  if (a === 'mondopoint' || b === 'mondopoint') return 3.2 * HALF_SIZE_MM;
  return (a === 'eu' || b === 'eu' ? 2.2 : 1.6) * HALF_SIZE_MM;
}

/** US sizes of adults, which “US” alone may mean. */
const US_SYSTEMS = ['us-men', 'us-women'] as const;

function contradictions(sizes: readonly SizeLabel[]): string[] {
  const cut = sizes.some(({ system }) => system === 'us-women') ? 'women' : 'men';
  return sizes.flatMap((a, at) =>
    sizes.slice(at + 1).flatMap((b) => {
      const apart = Math.abs(lastLength(a, cut) - lastLength(b, cut));
      if (apart <= mayDiffer(a.system, b.system)) return [];
      const halves = Math.round(apart / HALF_SIZE_MM);
      return [`${nameLabel(a)} and ${nameLabel(b)} are ${halves} half sizes apart.`];
    }),
  );
}

/** “US” alone is for men or women: what else is printed tells which. */
function settleUs(sizes: PrintedSize[], asked: ReadonlySet<PrintedSize>, faults: string[]): void {
  const known = sizes.filter((size): size is SizeLabel => size.system !== undefined);
  for (const size of asked) {
    const fits = US_SYSTEMS.filter((system) => {
      const label = { system, size: size.size };
      return known.length > 0 && contradictions([label, ...known]).length === 0;
    });
    const [only] = fits;
    if (fits.length === 1 && only) size.system = only;
    else
      faults.push(`US ${size.size}: men’s or women’s? Type men's ${size.size} or W${size.size}.`);
  }
}

/**
 * Reads a label as printed. Nothing is guessed: what may be two things is a fault in words, and so are
 * sizes that contradict each other; all that was read comes back all the same.
 *
 * @param hint the system of a size that names none
 * @example readPrintedLabel('11 D') // { labels: [{ size: 11 }], width: 'D', … }
 * @example readPrintedLabel('M9 / W10.5').labels // US men 9, US women 10.5
 */
export function readPrintedLabel(text: string, hint?: LabelSystem): PrintedLabel {
  const label: PrintedLabel = { labels: [], faults: [], unread: [] };
  const plain = text
    .slice(0, 80)
    .replace(/[’`´]/g, "'")
    .replace(/(\d),(\d)/g, '$1.$2');
  const items = itemsOf(tokensOf(plain), label);
  for (const item of items)
    settleLetter(
      item,
      items.filter((other) => other !== item),
      label,
      hint,
    );
  const asked = new Set<PrintedSize>();
  for (const item of items) {
    const system = systemOf(item, hint);
    const size = sizeOf(item, system);
    const printed: PrintedSize = system ? { system, size } : { size };
    label.labels.push(printed);
    if (!system && item.country === 'us') asked.add(printed);
    const fault = system && labelFault({ system, size });
    if (fault) label.faults.push(fault);
    else if (system && !isPrinted({ system, size }))
      label.faults.push(`No label is printed ${nameLabel({ system, size })}.`);
  }
  settleUs(label.labels, asked, label.faults);
  const known = label.labels.filter((size): size is SizeLabel => size.system !== undefined);
  label.faults.push(...contradictions(known));
  return label;
}

/** Systems in which a bare number is a size. */
const systemsOf = (size: number): LabelSystem[] =>
  LABEL_SYSTEMS.filter((system) => labelFault({ system, size }) === undefined);

/**
 * Reads the size of a label: the first, where the same is printed in several systems.
 * @example readLabel('EU 42 2/3') // { ok: true, value: { system: 'eu', size: 42.666… } }
 */
export function readLabel(text: string): Result<SizeLabel> {
  const plain = text.trim();
  if (plain === '') return refused('empty', 'No size typed. Type it as on the label: UK 8.');
  if (plain.length > 60) return refused('too-long', 'A size label is shorter: UK 8, EU 42.');
  const { labels, faults, unread } = readPrintedLabel(plain);
  const [first] = labels;
  if (!first || unread.length > 0)
    return refused('size', `“${plain}” is not a size label. Type it as UK 8 or men's 9.`);
  const { system, size } = first;
  if (!system) {
    const systems = /\bus\b/i.test(plain) ? US_SYSTEMS : systemsOf(size);
    const choices = systems.map((choice) => nameLabel({ system: choice, size }));
    return choices.length > 0
      ? refused('ambiguous', `“${plain}” needs its system: ${choices.join(', ')}?`, choices)
      : refused('size', `${size} is no shoe size in any system. Type it as UK 8.`);
  }
  const [fault] = faults;
  return fault ? refused('size', fault) : accepted({ system, size });
}

/**
 * A mark under a footbed, which may be in another system than the label of the shoe: the system in which
 * it is the shoe's own size, where there is one.
 *
 * @param own the label on the tongue
 * @returns the mark in the system that it fits, or in the shoe's own; undefined where it is no size
 * @example readFootbedMark('7.5', { system: 'us-women', size: 9 }) // US men 7.5, and agrees
 */
export function readFootbedMark(
  mark: string,
  own: SizeLabel,
): { label: SizeLabel; agrees: boolean } | undefined {
  const [printed] = readPrintedLabel(mark).labels;
  if (!printed) return undefined;
  const systems: LabelSystem[] = printed.system
    ? [printed.system]
    : [own.system, 'us-men', 'us-women', 'uk', 'eu', 'mondopoint'];
  const asWorn = own.system === 'us-women' ? 'women' : 'men';
  const labels = systems
    .map((system) => ({ system, size: printed.size }))
    .filter((label) => labelFault(label) === undefined);
  const fitting = labels.find(
    (label) => Math.abs(lastLength(label, asWorn) - lastLength(own, asWorn)) < HALF_SIZE_MM / 2,
  );
  const label = fitting ?? labels[0];
  return label && { label, agrees: fitting !== undefined };
}
