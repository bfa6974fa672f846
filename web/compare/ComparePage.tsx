import { Button, Select } from '@mantine/core';
import { Link } from 'react-router';
import type { Comparison } from '#contract/sheet-records.ts';
import { labelSlug, nameLabel } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import { useComparison } from '../api/record-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { DifferenceChart, NoticeableHatch } from '../drawing/DifferenceChart.tsx';
import { LineSample } from '../drawing/OverlaidProfiles.tsx';
import { Says } from '../kit/Says.tsx';
import { useChoices } from '../shell/address.ts';
import { carriedWords } from '../shell/carried-words.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { MeaningLines } from '../shell/MeaningLines.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { PairSelect } from '../shell/PairSelect.tsx';
import { PartLink } from '../shell/PartLink.tsx';
import { TableLinks } from '../shell/TableLinks.tsx';
import { useUnits } from '../shell/units.ts';
import classes from './ComparePage.module.css';
import { KeepComparison, KeptComparisons } from './KeptComparisons.tsx';
import { LikeThis } from './LikeThis.tsx';
import { ManyCompared } from './ManyCompared.tsx';
import { drawnProfiles, Overlays } from './Overlays.tsx';
import { SaidRows } from './SaidRows.tsx';
import { StatedBeside } from './StatedBeside.tsx';

type Row = Comparison['rows'][number];
type Cell = Row['cells'][number];

const MOST_EDITIONS = 10;
/** More than so many stand against one yardstick, difference by difference. */
const MOST_SIDE_BY_SIDE = 4;
/** A chart shows at least this many noticeable steps to either side. */
const LEAST_REACH = 3;
const MOST_REACH = 8;

const STATED_NOTICED = {
  yes: 'noticeable',
  'may be': 'may be noticed',
  no: 'not noticeable',
} as const;

function verdictWords(cell: Cell): string {
  if (!cell.difference) return '';
  const { verdict, noticeable } = cell.difference;
  // What somebody states is no finding of this bench, however far it lies off.
  if (cell.stated) return `as stated, ${STATED_NOTICED[noticeable]}`;
  if (verdict === 'cannot tell') return 'cannot tell';
  if (verdict === 'not shown') return 'no difference shown';
  return noticeable === 'yes'
    ? 'real, noticeable'
    : noticeable === 'may be'
      ? 'real, may be noticed'
      : 'real, not noticeable';
}

function reachOf(rows: readonly Row[]): number {
  const steps = rows.flatMap((row) =>
    row.cells.map((cell) =>
      cell.difference
        ? (Math.abs(cell.difference.difference) + cell.difference.U) / row.noticeable
        : 0,
    ),
  );
  return Math.min(MOST_REACH, Math.max(LEAST_REACH, Math.ceil(Math.max(0, ...steps))));
}

/** A figure that somebody states, with an open mark told apart by its letter. */
function StatedCell({
  quantity,
  stated: { value, halfWidth, provenance },
}: {
  quantity: Row['quantity'];
  stated: NonNullable<Cell['stated']>;
}) {
  const units = useUnits();
  return (
    <>
      <span className={classes.open} title={provenance}>
        {provenance === 'claimed' ? 'c' : 'r'}
      </span>{' '}
      {units.write(quantity, value, halfWidth).value}
      <span className={classes.spread}>as stated</span>
    </>
  );
}

/** On what terms a figure stands; a refusal begins with its verdict. */
function Terms({ cell, quantity }: { cell: Cell; quantity: Row['quantity'] }) {
  const units = useUnits();
  if (cell.stated)
    return (
      <span className="soft">
        <Says words={cell.difference ? cell.remark : cell.words} />
      </span>
    );
  if (cell.terms === 'not')
    return (
      <span className={classes.refusal}>
        <strong className="look-here">not comparable</strong>: <Says words={cell.remark} />
      </span>
    );
  const carried = cell.figure ? carriedWords(cell.figure.carried, quantity, units) : '';
  return (
    <span className="soft">
      {carried === '' ? (
        <Says words={cell.words} />
      ) : (
        [textOf(cell.remark), carried].filter(Boolean).join('; ')
      )}
    </span>
  );
}

function ComparedRow({ row, names, reach }: { row: Row; names: readonly string[]; reach: number }) {
  const units = useUnits();
  const { quantity, noticeable, against, cells } = row;
  const { name } = units.define(quantity);
  const others = cells
    .map((cell, index) => ({ cell, index }))
    .filter(({ index }) => index !== against);
  const marks = others.flatMap(({ cell, index }) =>
    cell.difference
      ? [
          {
            key: String(index),
            index,
            steps: cell.difference.difference / noticeable,
            U: cell.difference.U / noticeable,
            converted: cell.terms !== 'like',
          },
        ]
      : [],
  );
  const words = (cell: Cell, index: number) => {
    const verdict = verdictWords(cell);
    const d = cell.difference
      ? ` ${units.span(quantity, cell.difference.difference)} ± ${units.write(quantity, 0, cell.difference.U).U}`
      : '';
    return `${names[index]}: ${verdict}${d}`;
  };
  return (
    <tr>
      <th scope="row">
        {name}
        <span className={classes.step}>
          step {units.span(quantity, noticeable).replace('+', '')}
        </span>
      </th>
      {cells.map((cell, index) => {
        const figure = cell.figure && units.write(quantity, cell.figure.value, cell.figure.U);
        return (
          <td key={names[index]} className={`figure ${classes.figure}`} data-line={index}>
            {figure ? (
              <>
                {figure.value}
                <span className={classes.spread}>± {figure.U}</span>
              </>
            ) : cell.stated ? (
              <StatedCell quantity={quantity} stated={cell.stated} />
            ) : (
              <span className={classes.none}>no figure</span>
            )}
            <StatedBeside beside={cell.beside} />
          </td>
        );
      })}
      <td>
        <DifferenceChart
          name={`difference-${quantity}`}
          marks={marks}
          reach={reach}
          says={`${name} against ${names[against]}: ${others.map(({ cell, index }) => words(cell, index)).join('; ')}`}
        />
      </td>
      <td className={classes.words}>
        {cells.map((cell, index) => {
          if (index === against || (index < against && cell.terms === 'not' && !cell.difference))
            return cell.terms === 'like' ? null : (
              <p key={names[index]} className={classes.refusal}>
                {names[index]}: <Terms cell={cell} quantity={quantity} />
              </p>
            );
          return (
            <p key={names[index]} data-line={index} className={classes.terms}>
              <LineSample index={index} />
              <span>
                {cell.difference && (
                  <strong>
                    {verdictWords(cell)}{' '}
                    <span className="figure">
                      {units.span(quantity, cell.difference.difference)}
                    </span>
                    {'. '}
                  </strong>
                )}
                <Terms cell={cell} quantity={quantity} />
                {against > 0 && cell.difference && (
                  <span className="soft">, against {names[against]}</span>
                )}
              </span>
            </p>
          );
        })}
      </td>
    </tr>
  );
}

/** A part as it counts for an edition. */
function partWords(cell: Comparison['parts'][number]['cells'][number] | undefined): string {
  if (!cell) return 'not looked';
  return cell.state === 'stated' ? `${cell.answer}, as stated` : cell.answer;
}

function ComparedEditions({
  comparison,
  onRemove,
}: {
  comparison: Comparison;
  onRemove: (slug: string) => void;
}) {
  const { editions, rows, parts, said } = comparison;
  const names = editions.map((edition) => edition.name);
  const soles = drawnProfiles(
    comparison,
    editions.map((_, place) => place),
  );
  return (
    <>
      <div className={classes.drawing}>
        <Overlays comparison={comparison} />
        <ul className={classes.legend}>
          {editions.map((edition, index) => (
            <li key={edition.slug} data-line={index}>
              <LineSample index={index} />
              <span>
                <strong>{edition.name}</strong>
                <span className="figure">
                  {' '}
                  {edition.pairs === 0
                    ? 'no pair measured'
                    : `${edition.pairs} ${edition.pairs === 1 ? 'pair' : 'pairs'}`}
                  {edition.pairs > 0 &&
                    !soles.some((sole) => sole.index === index) &&
                    ', not drawn: other terms'}
                </span>
              </span>
              <Button
                size="compact-xs"
                variant="subtle"
                aria-label={`Take out ${edition.name}`}
                onClick={() => onRemove(edition.slug)}
              >
                take out
              </Button>
            </li>
          ))}
        </ul>
      </div>
      <NoticeableHatch />
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">Figure</th>
            {names.map((name, index) => (
              <th key={name} scope="col" data-line={index}>
                {name}
              </th>
            ))}
            <th scope="col">less | more, in noticeable steps</th>
            <th scope="col">Verdict, and on what terms</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <ComparedRow key={row.quantity} row={row} names={names} reach={reachOf(rows)} />
          ))}
        </tbody>
      </table>
      {editions.some(({ meant }) => meant.meanings.length + meant.suits.length > 0) && (
        <div className={classes.meanings}>
          {editions.map(({ slug, name, meant }) => (
            <MeaningLines
              key={slug}
              meant={meant}
              edition={slug}
              title={`${name}: what that says`}
            />
          ))}
        </div>
      )}
      <SaidRows said={said} names={names} />
      {parts.length > 0 && (
        <section aria-label="Made otherwise">
          <h2>Made otherwise</h2>
          <DataTable
            rows={parts}
            keyOf={({ part }) => part}
            columns={[
              { head: 'Part', cell: ({ part }) => <PartLink part={part} />, names: true },
              ...editions.map((edition, index) => ({
                head: edition.name,
                cell: ({ cells }: Comparison['parts'][number]) => partWords(cells[index]),
              })),
            ]}
          />
        </section>
      )}
      <p className={`soft ${classes.foot}`}>
        ± is of the model, in 95 of 100 cases, the spread of pairs in it. Hatched: a difference that
        nobody would notice. Solid mark: measured; open centre: converted. An open mark with a
        letter: as stated (c claimed, r reported), never pooled with what was measured.
      </p>
    </>
  );
}

/** Compare: two to ten editions on like terms. */
export function ComparePage() {
  const [search, choose] = useChoices();
  const slugs = (search.get('editions') ?? '').split(',').filter(Boolean);
  const comparison = useComparison(
    slugs,
    search.get('label') ?? undefined,
    search.get('stack') ?? undefined,
  );
  const setSlugs = (next: string[]) => choose({ editions: next.join(',') });
  const shown = slugs.length >= 2 ? comparison.data : undefined;
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>
          Compare{' '}
          {shown && (
            <span className="soft">
              at {nameLabel(shown.label)}
              {shown.wornKm > 0 && `, worn ${Math.round(shown.wornKm)} km`}, against the first
            </span>
          )}
        </h1>
        {slugs.length < MOST_EDITIONS && (
          <EditionSelect
            aria-label="Add an edition"
            placeholder="Add an edition"
            size="xs"
            w={200}
            value=""
            without={slugs}
            onChange={(slug) => slug && setSlugs([...slugs, slug])}
          />
        )}
        {slugs.length < MOST_EDITIONS && (
          <PairSelect
            aria-label="Add a pair"
            placeholder="Add a pair"
            size="xs"
            w={120}
            value=""
            onChange={(tag) =>
              tag && !slugs.includes(`pair:${tag}`) && setSlugs([...slugs, `pair:${tag}`])
            }
          />
        )}
        {slugs.length < MOST_EDITIONS && (
          <Button
            component={Link}
            to={`/editions/new?beside=${slugs.join(',')}`}
            size="xs"
            variant="default"
          >
            One without a pair…
          </Button>
        )}
        {shown && (
          <KeepComparison
            editions={slugs}
            label={search.get('label')}
            stack={search.get('stack')}
          />
        )}
        {shown && shown.labels.length > 1 && (
          <Select
            aria-label="Size"
            size="xs"
            w={110}
            data={shown.labels.map((label) => ({
              value: labelSlug(label),
              label: nameLabel(label),
            }))}
            value={labelSlug(shown.label)}
            allowDeselect={false}
            onChange={(value) => choose({ label: value })}
          />
        )}
        {shown && shown.stacks.length > 1 && (
          <Select
            aria-label="Stack basis"
            size="xs"
            w={330}
            data={shown.stacks.map(({ key, name }) => ({ value: key, label: name }))}
            value={shown.stackKey}
            allowDeselect={false}
            onChange={(value) => choose({ stack: value })}
          />
        )}
      </header>
      {slugs.length < 2 && <KeptComparisons />}
      {slugs.length < 2 && (
        <p className={classes.empty}>
          {slugs.length === 0
            ? 'Choose two to ten editions: add them above, drag pairs from the tray onto Compare, or mark them on the '
            : 'Add a second edition to compare it with, or mark some on the '}
          <Link to="/shelf">shelf</Link>.
        </p>
      )}
      {comparison.isError && !comparison.data && slugs.length >= 2 && (
        <PageFault error={comparison.error} />
      )}
      {shown && shown.editions.length <= MOST_SIDE_BY_SIDE && (
        <ComparedEditions
          comparison={shown}
          onRemove={(slug) => setSlugs(slugs.filter((one) => one !== slug))}
        />
      )}
      {shown && shown.editions.length > MOST_SIDE_BY_SIDE && (
        <ManyCompared
          comparison={shown}
          onRemove={(slug) => setSlugs(slugs.filter((one) => one !== slug))}
          onYardstick={(slug) => setSlugs([slug, ...slugs.filter((one) => one !== slug)])}
        />
      )}
      {shown && (
        <TableLinks
          of="comparison"
          query={{
            editions: slugs.join(','),
            label: search.get('label') ?? '',
            stack: search.get('stack') ?? '',
          }}
        />
      )}
      {slugs[0] && !slugs[0].startsWith('pair:') && (
        <LikeThis
          slug={slugs[0]}
          without={slugs}
          onAdd={slugs.length < MOST_EDITIONS ? (slug) => setSlugs([...slugs, slug]) : undefined}
        />
      )}
    </div>
  );
}
