import { NativeSelect } from '@mantine/core';
import { Link } from 'react-router';
import type { OneOrTwoAnswer } from '#contract/shelf-records.ts';
import { withUnit } from '#core/sizing/number-words.ts';
import { useOneOrTwo } from '../api/shelf-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { Says } from '../kit/Says.tsx';
import { useChoices } from '../shell/address.ts';
import { useUnits } from '../shell/units.ts';
import { useUses } from '../shell/uses.ts';
import classes from './ComparePage.module.css';
import { columnWords } from './shelf-columns.ts';

type Option = NonNullable<OneOrTwoAnswer['one']>;

/** What an option costs in weight, life and money. */
function OptionTable({ rows }: { rows: { as: string; option: Option }[] }) {
  const units = useUnits();
  const shown = (option: Option, id: string) => {
    const figure = option.figures[id];
    const column = columnWords(id, units);
    return figure ? withUnit(column.write(figure).value, column.unit) : 'not known';
  };
  const money = (option: Option, id: string) => {
    const words = shown(option, id);
    return words === 'not known' ? words : `${words} ${option.currency}`;
  };
  return (
    <DataTable
      rows={rows}
      keyOf={({ as, option }) => `${as} ${option.slug}`}
      columns={[
        { head: 'As', cell: ({ as }) => as, soft: true },
        {
          head: 'Edition',
          names: true,
          cell: ({ option }) => (
            <Link to={`/sheets/${option.slug}?view=reader`}>{option.name}</Link>
          ),
        },
        { head: 'Mass', cell: ({ option }) => shown(option, 'mass'), figure: true },
        { head: 'Life', cell: ({ option }) => shown(option, 'life'), figure: true },
        { head: 'Price', cell: ({ option }) => money(option, 'price'), figure: true },
        {
          head: columnWords('cost', units).name,
          cell: ({ option }) => money(option, 'cost'),
          figure: true,
        },
        {
          head: 'Against what is made for each use',
          cell: ({ option }) =>
            option.harms.map(({ use, steps, words }) => (
              <p key={use}>
                {use}: {steps.toFixed(1)} noticeable differences, <Says words={words} />
              </p>
            )),
        },
      ]}
    />
  );
}

/** Price of two pairs, where both are known in one currency. */
function togetherWords(two: readonly Option[]): string {
  const prices = two.map(({ figures, currency }) => ({ amount: figures.price?.value, currency }));
  const [first] = prices;
  if (
    !first ||
    prices.some(({ amount, currency }) => amount === undefined || currency !== first.currency)
  )
    return 'What both cost together is not known.';
  const sum = prices.reduce((all, { amount = 0 }) => all + amount, 0);
  return `Together they cost ${Math.round(sum)} ${first.currency}; each is worn half as much, so both last longer in days.`;
}

/** One pair for two uses, or two. */
export function OneOrTwoPage() {
  const [search, choose] = useChoices({ replace: true });
  const uses = useUses();
  const first = search.get('first') ?? 'walking and work';
  const second = search.get('second') ?? 'winter boots';
  const answer = useOneOrTwo(first, second);
  const select = (name: string, value: string, words: string) => (
    <NativeSelect
      size="xs"
      label={words}
      value={value}
      data={uses.map((use) => use.name)}
      onChange={(event) => choose({ [name]: event.currentTarget.value })}
    />
  );
  const { one, two, word } = answer.data ?? { one: null, two: [], word: '' };
  return (
    <div className={classes.page}>
      <h1>One pair for two uses, or two</h1>
      <div className={classes.head}>
        {select('first', first, 'First use')}
        {select('second', second, 'Second use')}
      </div>
      {answer.isError && (
        <p role="alert" className="look-here">
          {answer.error.message}
        </p>
      )}
      {answer.data && (
        <p role="status">
          {word !== 'cannot tell' && <strong>{word}. </strong>}
          <Says words={answer.data.words} />
        </p>
      )}
      {one && (
        <OptionTable
          rows={[
            { as: 'one pair', option: one },
            ...two.map((option, at) => ({
              as: `for ${at === 0 ? first : second}`,
              option,
            })),
          ]}
        />
      )}
      {one && <p>{togetherWords(two)}</p>}
      <p className="soft">
        Each edition is held against the middle of what is made for a use, in mass, heel, drop and
        width; what the rules of a use refuse covers nothing there.{' '}
        <Link to={`/guide/choose?${new URLSearchParams({ use: first, second })}`}>
          Choose for both
        </Link>{' '}
        asks for the foot, the ground and what matters too. Studs, spikes, caps and crampons follow
        the rule book and the ground, never the weight.
      </p>
    </div>
  );
}
