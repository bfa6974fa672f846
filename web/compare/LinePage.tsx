import { Button } from '@mantine/core';
import dayjs from 'dayjs';
import { Link, useParams } from 'react-router';
import type { VersionLine as Line } from '#contract/line-records.ts';
import { describePart } from '#core/catalogue/construction.ts';
import { withUnit } from '#core/sizing/number-words.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { joined } from '#core/wording/message.ts';
import { textOf } from '#core/wording/sentence.ts';
import { LINE_WORDS, lineStepPhrase } from '#core/wording/version-sentences.ts';
import { useLine } from '../api/record-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { columnWidth, type LineMark, type LineRow, VersionLine } from '../drawing/VersionLine.tsx';
import { Says } from '../kit/Says.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { type UnitWords, useUnits } from '../shell/units.ts';
import classes from './LinePage.module.css';
import { madeWords, priceWords } from './line-words.ts';
import { PlaceForm, Prices } from './PlaceForm.tsx';

type Cell = Line['editions'][number]['cells'][number];

/** A price that differs by less is no reason to buy: a tenth of it. Common practice. */
const PRICE_STEP_SHARE = 0.1;

function markOf(cell: Cell | undefined, quantity: Line['quantities'][number], units: UnitWords) {
  if (cell?.figure) {
    const { value, U } = cell.figure;
    const mark: LineMark = {
      value,
      U,
      words: units.write(quantity, value, U).text,
      kind: cell.terms === 'like' ? 'measured' : 'carried',
    };
    return mark;
  }
  if (!cell?.stated) return null;
  const { value, halfWidth, provenance } = cell.stated;
  const { value: written, unit } = units.write(quantity, value, halfWidth);
  return { value, words: `${withUnit(written, unit)}, as stated`, kind: provenance };
}

/** The rows of the drawing: a quantity each, then the price. */
function rowsOf({ quantities, editions, steps }: Line, units: UnitWords): LineRow[] {
  const place = (slug: string) => editions.findIndex((one) => one.slug === slug);
  const figures = quantities.map((quantity, at): LineRow => {
    const { name, noticeable } = units.define(quantity);
    return {
      key: quantity,
      name,
      step: `step ${units.span(quantity, noticeable).replace('+', '')}`,
      stepValue: noticeable,
      marks: editions.map(({ cells }) => markOf(cells[at], quantity, units)),
      spans: steps.flatMap(({ edition, of, changes }) => {
        const change = changes.find((one) => one.quantity === quantity);
        return change
          ? [
              {
                from: place(of),
                to: place(edition),
                words: textOf(lineStepPhrase(change)),
                noticed: !['same', 'perhaps'].includes(change.word),
              },
            ]
          : [];
      }),
    };
  });
  const prices = editions.map((one) => one.prices[0]);
  const [first] = prices.filter((price) => price !== undefined);
  if (!first) return figures;
  const marks = prices.map((price): LineMark | null =>
    price && price.currency === first.currency
      ? { value: price.amount, words: priceWords(price), kind: 'measured' }
      : null,
  );
  const step = PRICE_STEP_SHARE * first.amount;
  return [
    ...figures,
    {
      key: 'price',
      name: 'Last price seen',
      step: 'step a tenth',
      stepValue: step,
      marks,
      spans: steps.flatMap(({ edition, of, price }) =>
        price
          ? [
              {
                from: place(of),
                to: place(edition),
                words:
                  Math.abs(price.amount) < step
                    ? 'about the same'
                    : `${price.amount > 0 ? 'dearer' : 'cheaper'} by ${priceWords({ ...price, amount: Math.abs(price.amount) })}`,
                noticed: Math.abs(price.amount) >= step,
              },
            ]
          : [],
      ),
    },
  ];
}

function StepSection({ line, step }: { line: Line; step: Line['steps'][number] }) {
  const nameOf = (slug: string) => line.editions.find((one) => one.slug === slug)?.name ?? slug;
  const { edition, of, kind, words, parts, missing, verdict } = step;
  return (
    <section className={classes.step}>
      <h2>
        {nameOf(edition)}{' '}
        <span className="soft">
          <Says words={LINE_WORDS[kind]({})} />
        </span>{' '}
        {nameOf(of)}
      </h2>
      <p>
        <Says words={words} />
      </p>
      {parts.length > 0 && (
        <dl>
          {parts.map(({ part, before, after }) => (
            <div key={part} style={{ display: 'contents' }}>
              <dt>{describePart(part).name}</dt>
              <dd>
                {before} → {after}
              </dd>
            </div>
          ))}
        </dl>
      )}
      {missing.length > 0 && <p className="soft">Not known of both: {missing.join(', ')}.</p>}
      {verdict.for.length + verdict.against.length > 0 && (
        <details>
          <summary>Why</summary>
          {verdict.for.length > 0 && (
            <p>
              For: <Says words={joined(verdict.for, '; ')} />.
            </p>
          )}
          {verdict.against.length > 0 && (
            <p>
              Against, or not known: <Says words={joined(verdict.against, '; ')} />.
            </p>
          )}
          <p className="soft">{verdict.source}</p>
        </details>
      )}
    </section>
  );
}

function LinePaper({ line, slug }: { line: Line; slug: string }) {
  const units = useUnits();
  const { editions, steps, disagreements, label, wornKm } = line;
  const shown = editions.find((one) => one.slug === slug) ?? editions[0];
  const rows = rowsOf(line, units);
  const says = `${editions.length} ${editions.length === 1 ? 'edition' : 'editions'} along the line. ${steps
    .map((step) => textOf(step.words))
    .join(' ')}`;
  if (!shown) return null;
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>
          The line of {shown.name}{' '}
          <span className="soft">
            at {nameLabel(label)}
            {wornKm > 0 && `, worn ${Math.round(wornKm)} km`}
          </span>
        </h1>
        <Link to={`/editions/${shown.slug}`}>Its record</Link>
        {shown.pairs > 0 && <Link to={`/sheets/${shown.slug}`}>Its sheet</Link>}
        {editions.length > 1 && (
          <Link
            to={`/compare?editions=${editions
              .slice(-4)
              .map((one) => one.slug)
              .join(',')}`}
          >
            Compare them
          </Link>
        )}
        <Button
          component={Link}
          to={`/editions/new?follows=${shown.slug}`}
          size="xs"
          variant="default"
        >
          A follower without a pair…
        </Button>
      </header>
      {editions.length === 1 && (
        <p className="soft">
          It stands alone: say below what it follows, or of what it is another width or colour.
        </p>
      )}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by the keyboard */}
      <section className={classes.along} tabIndex={0} aria-label="Figures along the line">
        <ol className={classes.heads}>
          {editions.map((one) => (
            <li key={one.slug} style={{ flexBasis: columnWidth(editions.length) }}>
              <strong>
                {one.slug === shown.slug ? (
                  one.name
                ) : (
                  <Link to={`/editions/${one.slug}/line`}>{one.name}</Link>
                )}
              </strong>
              {[
                one.pairs === 0
                  ? 'no pair measured'
                  : `${one.pairs} ${one.pairs === 1 ? 'pair' : 'pairs'}`,
                madeWords(one),
              ]
                .filter(Boolean)
                .join(' · ')}
              {one.prices[0] && (
                <span className="soft" style={{ display: 'block' }}>
                  {priceWords(one.prices[0])}, {one.prices[0].place},{' '}
                  {dayjs(one.prices[0].seenOn).format('D MMM YYYY')}
                </span>
              )}
            </li>
          ))}
        </ol>
        <VersionLine
          name={`line-${shown.slug}`}
          says={says}
          editions={editions.map((one) => one.name)}
          rows={rows}
        />
      </section>
      {steps.length > 0 && (
        <div className={classes.steps}>
          {steps.map((step) => (
            <StepSection key={`${step.edition} ${step.kind}`} line={line} step={step} />
          ))}
        </div>
      )}
      {disagreements.length > 0 && (
        <section aria-label="Stated apart">
          <h2>One build, stated apart</h2>
          <DataTable
            rows={disagreements}
            keyOf={({ edition, about }) => `${edition} ${about}`}
            columns={[
              {
                head: 'Edition',
                cell: ({ edition }) => editions.find((one) => one.slug === edition)?.name,
                names: true,
              },
              { head: 'What', cell: ({ about }) => about },
              {
                head: 'Beside each other',
                cell: ({ said }) =>
                  said
                    .map(({ source, words }) => `${words} (${source || 'source not stated'})`)
                    .join(' against '),
              },
            ]}
          />
        </section>
      )}
      <div className={classes.records}>
        <section aria-label="Where it stands">
          <h2>{shown.name} in the line</h2>
          <PlaceForm key={shown.slug} edition={shown} />
        </section>
        <section aria-label="Prices">
          <h2>Prices of it</h2>
          <Prices key={shown.slug} edition={shown} />
        </section>
      </div>
      <p className="soft">
        Changes are in noticeable steps. Lighter is better, heavier worse; of stack, drop and width
        nobody can say so for another’s foot. Solid mark: measured; open centre: carried; open mark
        with a letter: as stated (c claimed, r reported).
      </p>
    </div>
  );
}

/** The line of versions that an edition stands in. */
export function LinePage() {
  const { edition = '' } = useParams();
  const line = useLine(edition);
  if (line.isError && !line.data) return <PageFault error={line.error} />;
  return line.data ? <LinePaper line={line.data} slug={edition} /> : null;
}
