/** Prices as they are typed, with the currency that they say. */

export interface Price {
  /** Null: none was typed. */
  value: number | null;
  /** ISO 4217; absent: none was said. */
  currency?: string;
}

const SIGNS: Record<string, string> = {
  $: 'USD',
  us$: 'USD',
  c$: 'CAD',
  a$: 'AUD',
  '€': 'EUR',
  '£': 'GBP',
  '¥': 'JPY',
  kr: 'SEK',
  fr: 'CHF',
};
const SIGN = String.raw`[cau]?s?\$|[€£¥]|[a-z]{2,3}\.?`;
const AMOUNT = String.raw`\d{1,3}(?:[ '.]\d{3})+(?:,\d{1,2})?|\d{1,3}(?:[ ',]\d{3})+(?:\.\d{1,2})?|\d+(?:[.,]\d{1,2})?`;
const PRICE = new RegExp(`^(${SIGN})?\\s*(${AMOUNT})(?:[.,]?-)?\\s*(${SIGN})?$`, 'i');

/** The currency that a sign or a code says; undefined where it says none. */
function currencyOf(sign: string): string | undefined {
  const plain = sign.toLowerCase().replace('.', '');
  return SIGNS[plain] ?? (/^[a-z]{3}$/.test(plain) ? plain.toUpperCase() : undefined);
}

/** A comma or point with two digits behind it is the decimal mark; others part thousands. */
function readAmount(text: string): number {
  const decimals = /[.,](\d{1,2})$/.exec(text)?.[1] ?? '';
  const whole = decimals === '' ? text : text.slice(0, -decimals.length - 1);
  return Number(`${whole.replace(/[ ',.]/g, '')}.${decimals || '0'}`);
}

/**
 * Reads a price: `$110`, `110 €`, `£85 was 120`, `CHF 119.90`. What it was before is left out.
 * @returns undefined where it is no price
 * @example readPrice('£85 was 120') // { value: 85, currency: 'GBP' }
 */
export function readPrice(text: string): Price | undefined {
  const plain = text.trim().replace(/\s*[,(]?\s*(?:was|before|instead of|down from)\b.*$/i, '');
  if (plain === '') return { value: null };
  const match = PRICE.exec(plain);
  if (!match) return undefined;
  const [, ahead, amount = '', behind] = match;
  const sign = ahead ?? behind;
  const currency = sign && currencyOf(sign);
  if ((sign && !currency) || (ahead && behind)) return undefined;
  return { value: readAmount(amount), ...(currency ? { currency } : {}) };
}
