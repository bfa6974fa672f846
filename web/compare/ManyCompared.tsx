import { Button, NativeSelect } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Comparison } from '#contract/sheet-records.ts';
import { describePart } from '#core/catalogue/construction.ts';
import {
  asManyRow,
  differenceWord,
  isAlikeInAll,
  measureNext,
  perhapsSteps,
  rowsByDisagreement,
  sureSteps,
} from '#core/sheet/many-compared.ts';
import { lastLength } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import { SoleMark } from '../drawing/SoleMark.tsx';
import { StepBars } from '../drawing/StepBars.tsx';
import { useUnits } from '../shell/units.ts';
import classes from './ManyCompared.module.css';
import { Overlays } from './Overlays.tsx';
import { StatedBeside } from './StatedBeside.tsx';

type Row = Comparison['rows'][number];
type Cell = Row['cells'][number];

/** Narrower pages show the yardstick and one other. */
const NARROW = '(max-width: 700px)';

/** How one edition differs from the yardstick in one quantity. */
function DifferenceCell({ row, cell }: { row: Row; cell: Cell }) {
  const units = useUnits();
  const { difference } = cell;
  const span = difference ? units.span(row.quantity, difference.difference) : '';
  return (
    <td title={textOf(cell.words)}>
      {difference && (
        <StepBars
          difference={difference.difference}
          sure={sureSteps(difference, row.noticeable)}
          perhaps={perhapsSteps(difference, row.noticeable)}
          isStated={cell.stated !== null}
        />
      )}
      <span className={difference?.noticeable === 'yes' ? classes.sure : 'soft'}>
        {differenceWord(cell, span)}
      </span>
      <StatedBeside beside={cell.beside} />
    </td>
  );
}

function FigureCell({ row, cell }: { row: Row; cell: Cell }) {
  const units = useUnits();
  const figure = cell.figure && units.write(row.quantity, cell.figure.value, cell.figure.U);
  const stated = cell.stated && units.write(row.quantity, cell.stated.value, cell.stated.halfWidth);
  return (
    <td className={classes.yardstick}>
      {figure ? (
        <>
          <span className={classes.figure}>{figure.value}</span>
          <span className="soft">± {figure.U}</span>
        </>
      ) : (
        <span className="soft">{stated ? `${stated.value} as stated` : 'no figure'}</span>
      )}
      <StatedBeside beside={cell.beside} />
    </td>
  );
}

/** What is alike in all, and what would settle most. */
function Foot({ comparison }: { comparison: Comparison }) {
  const units = useUnits();
  const rows = comparison.rows.map(asManyRow);
  const nameOf = (quantity: string) => units.define(quantity as Row['quantity']).name.toLowerCase();
  const alike = rows.filter(isAlikeInAll).map(({ quantity }) => nameOf(quantity));
  const next = measureNext(rows);
  return (
    <div className={classes.foot}>
      <section aria-label="Alike in all">
        <h2>Alike in all</h2>
        <p>{alike.length > 0 ? `${alike.join(', ')}.` : 'Nothing that all have a figure of.'}</p>
      </section>
      <section aria-label="Measure next">
        <h2>Measure next</h2>
        {next.length === 0 ? (
          <p>All that they disagree on is measured.</p>
        ) : (
          <ol>
            {next.map(({ quantity, edition, why }) => (
              <li key={`${quantity} ${edition}`}>
                {nameOf(quantity)} of{' '}
                <Link to={`/editions/${comparison.editions[edition]?.slug}`}>
                  {comparison.editions[edition]?.name}
                </Link>
                : {why === 'cannot tell' ? 'one more pair would tell' : why}
              </li>
            ))}
          </ol>
        )}
      </section>
      <p className="soft">
        A bar is a noticeable step: in ink for sure, lighter where it may be; open as stated. What
        the set disagrees on most stands first.
      </p>
    </div>
  );
}

/** Five to ten editions against one yardstick: differences in noticeable steps, the greatest first. */
export function ManyCompared({
  comparison,
  onRemove,
  onYardstick,
}: {
  comparison: Comparison;
  onRemove: (slug: string) => void;
  onYardstick: (slug: string) => void;
}) {
  const { editions, rows, label, parts, said } = comparison;
  const units = useUnits();
  const narrow = useMediaQuery(NARROW, false, { getInitialValueInEffect: false });
  const [beside, setBeside] = useState(1);
  const places = editions
    .map((_, place) => place)
    .filter((place) => place > 0 && (!narrow || place === beside));
  const figureOf = (quantity: Row['quantity'], place: number) =>
    rows.find((row) => row.quantity === quantity)?.cells[place]?.figure?.value ?? null;
  const head = (place: number) => {
    const edition = editions[place];
    if (!edition) return null;
    const { slug, name, pairs } = edition;
    return (
      <th key={slug} scope="col" className={place === 0 ? classes.yardstick : undefined}>
        <SoleMark
          heel={figureOf('heel-stack', place)}
          forefoot={figureOf('forefoot-stack', place)}
          length={lastLength(label)}
        />
        <Link to={slug.startsWith('pair:') ? `/pairs/${slug.slice(5)}/receive` : `/sheets/${slug}`}>
          {name}
        </Link>
        <span className="soft">
          {place === 0 && 'yardstick · '}
          {pairs === 0 ? 'stated only' : `${pairs} ${pairs === 1 ? 'pair' : 'pairs'}`}
        </span>
        {place > 0 && (
          <Button
            size="compact-xs"
            variant="subtle"
            aria-label={`Hold all against ${name}`}
            onClick={() => onYardstick(slug)}
          >
            yardstick
          </Button>
        )}
        <Button
          size="compact-xs"
          variant="subtle"
          aria-label={`Take out ${name}`}
          onClick={() => onRemove(slug)}
        >
          out
        </Button>
      </th>
    );
  };
  return (
    <>
      {narrow && (
        <NativeSelect
          size="xs"
          label="Beside the yardstick"
          data={editions.map(({ name }, place) => ({ value: String(place), label: name })).slice(1)}
          value={String(beside)}
          onChange={(event) => setBeside(Number(event.currentTarget.value))}
        />
      )}
      <table className={classes.table} aria-label="Differences from the yardstick">
        <thead>
          <tr>
            <th scope="col" className={classes.names}>
              Figure
            </th>
            {head(0)}
            {places.map(head)}
          </tr>
        </thead>
        <tbody>
          {rowsByDisagreement(rows.map(asManyRow)).map(({ row }) => {
            const { name } = units.define(row.quantity);
            const [first] = row.cells;
            return (
              <tr key={row.quantity}>
                <th scope="row">
                  {name}
                  <span className="soft">
                    a step is {units.span(row.quantity, row.noticeable).replace('+', '')}
                  </span>
                </th>
                {first && <FigureCell row={row} cell={first} />}
                {places.map((place) => {
                  const cell = row.cells[place];
                  const key = editions[place]?.slug;
                  if (!cell) return <td key={key} />;
                  // Where the yardstick has no figure the first that has one stands in its place.
                  return place === row.against ? (
                    <FigureCell key={key} row={row} cell={cell} />
                  ) : (
                    <DifferenceCell key={key} row={row} cell={cell} />
                  );
                })}
              </tr>
            );
          })}
          {said.map(({ title, cells }) => (
            <tr key={title} className={classes.words}>
              <th scope="row">{title}</th>
              {[0, ...places].map((place) => (
                <td
                  key={editions[place]?.slug}
                  className={place === 0 ? classes.yardstick : undefined}
                >
                  {cells[place] || 'nobody can tell'}
                </td>
              ))}
            </tr>
          ))}
          {parts.map(({ part, cells }) => (
            <tr key={part} className={classes.words}>
              <th scope="row">{describePart(part).name}</th>
              {[0, ...places].map((place) => {
                const cell = cells[place];
                return (
                  <td
                    key={editions[place]?.slug}
                    className={place === 0 ? classes.yardstick : undefined}
                  >
                    {cell
                      ? `${cell.answer}${cell.state === 'stated' ? ', stated' : ''}`
                      : 'not looked'}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <section aria-label="Laid over each other" className={classes.overlay}>
        <h2>Laid over each other</h2>
        {!narrow && (
          <NativeSelect
            size="xs"
            w={230}
            label="Over the yardstick"
            data={editions
              .map(({ name }, place) => ({ value: String(place), label: name }))
              .slice(1)}
            value={String(beside)}
            onChange={(event) => setBeside(Number(event.currentTarget.value))}
          />
        )}
        <Overlays comparison={comparison} places={[0, beside]} />
      </section>
      <Foot comparison={comparison} />
    </>
  );
}
