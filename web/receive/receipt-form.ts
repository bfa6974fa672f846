/** What is typed on the receiving form, and how it becomes a receipt. */
import dayjs from 'dayjs';
import { v7 as newId } from 'uuid';
import { claimRecords, claimTextRecords } from '#contract/claim-records.ts';
import type { EditionRow } from '#contract/edition-records.ts';
import type { BodyIn } from '#contract/endpoints.ts';
import { type ACQUISITIONS, type PairRecord, pairEdit, receipt } from '#contract/pair-records.ts';
import type { Use } from '#core/catalogue/disciplines.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { readPrice } from '#core/sizing/price.ts';
import { readLabel, readPrintedLabel } from '#core/sizing/printed-label.ts';
import { readTypedQuantity } from '#core/sizing/typed-quantity.ts';

/** Everything as typed, so that a draft can be kept and nothing is lost on a fault. */
export interface ReceiptForm {
  maker: string;
  model: string;
  edition: string;
  madeSystem: string;
  madeFrom: string;
  madeTo: string;
  halfSizes: boolean;
  widths: string;
  colours: string;
  uses: Use[];
  label: string;
  tag: string;
  width: string;
  colour: string;
  shoes: 'both' | 'left only' | 'right only';
  acquisition: (typeof ACQUISITIONS)[number];
  from: string;
  orderNumber: string;
  boughtOn: string;
  linksPay: boolean;
  makerSawText: boolean;
  currency: string;
  listPrice: string;
  paidPrice: string;
  receivedOn: string;
  returnBy: string;
  worn: string;
  note: string;
  lot: string;
  /** Tag of the pair that this one was sent for. */
  replaces: string;
  claims: string;
  claimSource: string;
}

export type FormFaults = Partial<Record<keyof ReceiptForm, string>>;

export function emptyForm(): ReceiptForm {
  return {
    maker: '',
    model: '',
    edition: '',
    madeSystem: '',
    madeFrom: '',
    madeTo: '',
    halfSizes: true,
    widths: '',
    colours: '',
    uses: [],
    label: '',
    tag: '',
    width: '',
    colour: '',
    shoes: 'both',
    acquisition: 'bought',
    from: '',
    orderNumber: '',
    boughtOn: '',
    linksPay: false,
    makerSawText: false,
    currency: 'EUR',
    listPrice: '',
    paidPrice: '',
    receivedOn: dayjs().format('YYYY-MM-DD'),
    returnBy: '',
    worn: '',
    note: '',
    lot: '',
    replaces: '',
    claims: '',
    claimSource: '',
  };
}

const KM_PER_MILE = 1.609344;

/** A distance worn as it was most likely typed: tenths of a mile where it is some, for 32.18688 km is 20 mi. */
export function distanceAsTyped(km: number): string {
  if (km === 0) return '';
  const tenths = (10 * km) / KM_PER_MILE;
  const isMiles = Math.abs(tenths - Math.round(tenths)) < 1e-9 && !Number.isInteger(10 * km);
  return isMiles ? `${Math.round(tenths) / 10} mi` : `${km} km`;
}

export function formOfPair({ pair, edition }: PairRecord): ReceiptForm {
  return {
    ...emptyForm(),
    maker: edition.maker,
    model: edition.model,
    edition: edition.name,
    label: `${pair.label.system === 'us-men' ? "men's" : pair.label.system === 'us-women' ? "women's" : pair.label.system.toUpperCase()} ${pair.label.size}`,
    tag: pair.tag,
    width: pair.width,
    colour: pair.colour,
    shoes: pair.shoes,
    acquisition: pair.acquisition,
    from: pair.from,
    orderNumber: pair.orderNumber,
    boughtOn: pair.boughtOn ?? '',
    linksPay: pair.linksPay,
    makerSawText: pair.makerSawText,
    currency: pair.currency,
    listPrice: pair.listPrice === null ? '' : String(pair.listPrice),
    paidPrice: pair.paidPrice === null ? '' : String(pair.paidPrice),
    receivedOn: pair.receivedOn,
    returnBy: pair.returnBy ?? '',
    worn: distanceAsTyped(pair.wornKm),
    note: pair.note,
    lot: pair.lot,
    replaces: pair.replacesTag ?? '',
  };
}

/** What a pair that is sent for another has in common with it. */
export function formOfReplacement(record: PairRecord): ReceiptForm {
  const { maker, model, edition, label, width, colour, from, currency, listPrice } =
    formOfPair(record);
  return {
    ...emptyForm(),
    ...{ maker, model, edition, label, width, colour, from, currency, listPrice },
    replaces: record.pair.tag,
  };
}

const listOf = (text: string) =>
  text
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean);

/** The pair that the form says this one was sent for; undefined: none there. */
type Replaced = { id: string } | undefined;

export const replacedTag = (form: ReceiptForm): string => form.replaces.trim().toUpperCase();

const isSameWidth = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

type PairPart = Omit<BodyIn<'editPair'>, 'version'>;

function readPairPart(
  form: ReceiptForm,
  distanceUnit: string,
  faults: FormFaults,
  replaced: Replaced,
): PairPart | null {
  const label = readLabel(form.label);
  const { width } = readPrintedLabel(form.label);
  if (!label.ok) faults.label = label.fault.message;
  else if (width && form.width.trim() !== '' && !isSameWidth(width, form.width))
    faults.width = `The label says ${width}.`;
  const worn =
    form.worn.trim() === '' ? undefined : readTypedQuantity(form.worn, 'distance', distanceUnit);
  if (worn && !worn.ok) faults.worn = worn.fault.message;
  const prices = { listPrice: readPrice(form.listPrice), paidPrice: readPrice(form.paidPrice) };
  for (const [field, price] of Object.entries(prices))
    if (price === undefined)
      faults[field as 'listPrice' | 'paidPrice'] = 'A price, such as 119.90, £85 or 110 €.';
  const { listPrice, paidPrice } = prices;
  const currencies = new Set(
    [listPrice?.currency, paidPrice?.currency].filter((code) => code !== undefined),
  );
  if (currencies.size > 1) faults.paidPrice ??= `Two currencies: ${[...currencies].join(' and ')}.`;
  if (form.returnBy && form.returnBy < form.receivedOn)
    faults.returnBy = 'The return date lies before the day it was received.';
  const isBought = form.acquisition === 'bought';
  if (isBought && form.boughtOn > form.receivedOn)
    faults.boughtOn = 'Bought after the day it was received.';
  const wanted = replacedTag(form);
  if (wanted && !replaced) faults.replaces = `There is no pair ${wanted}.`;
  if (!label.ok || (worn && !worn.ok)) return null;
  return {
    tag: form.tag,
    label: label.value,
    width: form.width.trim() === '' ? (width ?? '') : form.width,
    colour: form.colour,
    shoes: form.shoes,
    acquisition: form.acquisition,
    from: form.from,
    ...(isBought
      ? { orderNumber: form.orderNumber, boughtOn: form.boughtOn || null }
      : { orderNumber: '', boughtOn: null }),
    linksPay: form.linksPay,
    makerSawText: form.makerSawText,
    currency: [...currencies][0] ?? form.currency.trim().toUpperCase(),
    listPrice: listPrice?.value ?? null,
    // What was lent or given has no price that was paid.
    paidPrice: isBought ? (paidPrice?.value ?? null) : null,
    receivedOn: form.receivedOn,
    returnBy: form.returnBy || null,
    wornKm: worn ? worn.value.value / 1000 : 0,
    note: form.note,
    lot: form.lot,
    replaces: replaced?.id ?? null,
  };
}

/** Fields of the form that answer for a path of the receipt. */
const FIELD_OF_PATH: [RegExp, keyof ReceiptForm][] = [
  [/^maker/, 'maker'],
  [/^model/, 'model'],
  [/^edition\.name/, 'edition'],
  [/^edition\.madeIn/, 'madeTo'],
  [/^edition\.widths/, 'widths'],
  [/^edition\.colours/, 'colours'],
  [/^edition\.uses/, 'uses'],
  [/^edition/, 'edition'],
  [/^claims/, 'claims'],
  [/label/, 'label'],
  [/wornKm/, 'worn'],
];

export function faultsOfPaths(errors: readonly { field: string; message: string }[]): FormFaults {
  const faults: FormFaults = {};
  for (const { field, message } of errors) {
    const plain = field.replace(/^pair\./, '');
    const found = FIELD_OF_PATH.find(([path]) => path.test(plain))?.[1] ?? plain;
    faults[found as keyof ReceiptForm] ??= message;
  }
  return faults;
}

const issuesOf = (issues: readonly { path: PropertyKey[]; message: string }[]) =>
  faultsOfPaths(issues.map(({ path, message }) => ({ field: path.join('.'), message })));

/** The receipt a form stands for, or what is wrong with which field. */
export function readReceipt(
  form: ReceiptForm,
  distanceUnit: string,
  replaced?: Replaced,
): { receipt: BodyIn<'receivePair'> } | { faults: FormFaults } {
  const faults: FormFaults = {};
  const pair = readPairPart(form, distanceUnit, faults, replaced);
  const claims = readClaims(form.claims);
  const [from, to] = [Number(form.madeFrom), Number(form.madeTo)];
  const sizes = form.madeFrom.trim() !== '' || form.madeTo.trim() !== '';
  if (sizes && (!form.madeSystem || !(from >= 0) || !(to > 0)))
    faults.madeTo = 'Sizes made need a system, the smallest and the largest: UK, 5, 12.';
  const draft = {
    maker: { id: newId(), name: form.maker },
    model: { id: newId(), name: form.model },
    edition: {
      id: newId(),
      name: form.edition,
      madeIn:
        sizes && !faults.madeTo
          ? { system: form.madeSystem, from, to, halfSizes: form.halfSizes }
          : null,
      widths: listOf(form.widths),
      colours: listOf(form.colours),
      uses: form.uses,
    },
    pair: { ...pair, id: newId() },
    claims: claimRecords(claims, form.claimSource, newId),
    claimTexts: claimTextRecords(claims, form.claimSource, newId),
  };
  const checked = receipt.safeParse(draft);
  if (!checked.success && pair)
    Object.assign(faults, { ...issuesOf(checked.error.issues), ...faults });
  if (!pair)
    for (const field of ['maker', 'model'] as const)
      if (form[field].trim() === '') faults[field] = `the ${field} is missing`;
  return Object.keys(faults).length > 0 || !checked.success
    ? { faults }
    : { receipt: draft as BodyIn<'receivePair'> };
}

/** The change of a pair that a form stands for, or what is wrong with which field. */
export function readEdit(
  form: ReceiptForm,
  distanceUnit: string,
  version: number,
  shelved: boolean,
  replaced?: Replaced,
): { edit: BodyIn<'editPair'> } | { faults: FormFaults } {
  const faults: FormFaults = {};
  const pair = readPairPart(form, distanceUnit, faults, replaced);
  if (!pair) return { faults };
  const edit = { ...pair, version, shelved };
  const checked = pairEdit.safeParse(edit);
  if (!checked.success) Object.assign(faults, { ...issuesOf(checked.error.issues), ...faults });
  return Object.keys(faults).length > 0 ? { faults } : { edit };
}

/** The edition that the typed names mean, among those of its maker and model. */
export function findEdition(
  editions: readonly EditionRow[],
  { maker, model, edition }: Pick<ReceiptForm, 'maker' | 'model' | 'edition'>,
): EditionRow | undefined {
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
  return editions.find(
    (row) => same(row.maker, maker) && same(row.model, model) && same(row.name, edition),
  );
}
