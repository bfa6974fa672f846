/** One more thing at a sitting: any quantity of the catalogue, by its name, with its figure behind it. */
import type { Catalogue, MeasuredQuantityId, Side } from '../catalogue/quantities.ts';
import { isTaken, type QuantityDefinition } from '../catalogue/quantity.ts';
import { accepted, type Result, refused } from '../sizing/result.ts';
import { searchTerms } from '../sizing/search-terms.ts';

export interface OneMore {
  quantity: MeasuredQuantityId;
  /** Undefined: of the shoe in the hand. */
  side: Side | undefined;
  /** The figure as typed, with its unit; empty: none yet. */
  typed: string;
}

/** Names that are offered where what was typed fits several. */
const MOST_OFFERED = 6;

const FIGURE = /\s+([-−+]?[.,]?[\d½¼¾⅛⅜⅝⅞].*)$/u;
const SIDE = /(?:^|\s)(left|right|l|r)$/i;

/** Every name that a quantity goes by. */
const namesOf = ({ name, short, claimed }: QuantityDefinition): string[] => [
  name,
  short,
  ...(claimed?.words ?? []),
];

const isCalled = (terms: readonly string[], name: string) => {
  const own = searchTerms(name);
  return own.length === terms.length && own.every((term, place) => term === terms[place]);
};

/** Every term of what was typed begins a term of one of its names. */
const answers = (terms: readonly string[], definition: QuantityDefinition) =>
  namesOf(definition).some((name) => {
    const own = searchTerms(name);
    return terms.every((term) => own.some((known) => known.startsWith(term)));
  });

/**
 * Reads one more thing: a name of the catalogue, or enough of it, then left or right where it is not the
 * shoe in the hand, then the figure.
 *
 * @param text what stands behind the plus sign
 * @example readOneMore('collar padding 9', QUANTITIES) // collar-padding, '9'
 * @example readOneMore('heel pad left 7.5 mm', QUANTITIES) // heel-padding of the left, '7.5 mm'
 */
export function readOneMore(text: string, catalogue: Catalogue): Result<OneMore> {
  const figure = FIGURE.exec(` ${text}`);
  const named = (figure ? text.slice(0, Math.max(0, figure.index - 1)) : text).trim();
  const side = SIDE.exec(named);
  const terms = searchTerms(side ? named.slice(0, side.index) : named);
  if (terms.length === 0)
    return refused('empty', 'Name what is measured, then its figure: + collar padding 9.');
  const taken = Object.values(catalogue).filter(isTaken);
  const called = taken.filter((one) => namesOf(one).some((name) => isCalled(terms, name)));
  const fitting = called.length > 0 ? called : taken.filter((one) => answers(terms, one));
  const [found] = fitting;
  if (!found)
    return refused(
      'unknown',
      `No quantity is called “${named}”. The guide lists them; one of your own is added under Lab, Quantities and steps.`,
    );
  if (fitting.length > 1) {
    const names = fitting.slice(0, MOST_OFFERED).map((one) => one.name.toLowerCase());
    const more = fitting.length > names.length ? ` or ${fitting.length - names.length} more` : '';
    return refused('several', `“${named}” may be ${names.join(', ')}${more}. Say which.`, names);
  }
  const letter = side?.[1]?.[0]?.toLowerCase();
  return accepted({
    quantity: found.id as MeasuredQuantityId,
    side: letter === undefined ? undefined : letter === 'l' ? 'left' : 'right',
    typed: figure?.[1]?.trim() ?? '',
  });
}
