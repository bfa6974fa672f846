import { useDraggable, useDroppable } from '@dnd-kit/core';
import { Checkbox } from '@mantine/core';
import { IconGripVertical } from '@tabler/icons-react';
import type { KeyboardEvent, ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Shelf } from '#contract/shelf-records.ts';
import { groupOf, SHELF_PLACES, type ShelfPlace } from '#core/sheet/shelf.ts';
import { withUnit } from '#core/sizing/number-words.ts';
import { type AskedRange, ColumnRuler, columnScale, RulerMark } from '../drawing/ColumnRuler.tsx';
import classes from './ShelfPage.module.css';
import type { ShelfColumnWords } from './shelf-columns.ts';

type Row = Shelf['rows'][number];
type Scale = ReturnType<typeof columnScale>;

/** Puts an edition before another in the own order; null: last; `out`: it has no place any more. */
type OnPlace = (edition: string, before: string | null, out?: boolean) => void;

const keyOf = ({ slug, tag }: Row): string => tag || slug;

const PLACE_WORDS: Record<ShelfPlace, (n: number) => [string, string]> = {
  fits: (n) => [`${n} ${n === 1 ? 'fits' : 'fit'} the words`, ''],
  may: (n) => [`${n} may`, 'their doubt crosses a limit; one more pair would settle it'],
  outside: (n) => [`${n} outside`, 'the nearest first, in noticeable steps'],
  'not known': (n) => [`${n} not known`, 'nobody took or stated what was asked for'],
};

const EVIDENCE_WORDS: Record<Row['figures'][string]['evidence'], string> = {
  measured: 'measured',
  carried: 'carried to this size, as new',
  converted: 'converted from another way of measuring',
  claimed: 'claimed by its maker',
  reported: 'reported by others',
  counted: '',
};

/** A figure with its place on the ruler of its column. */
function FigureCell({
  figure,
  column,
  scale,
  asked,
}: {
  figure: Row['figures'][string] | undefined;
  column: ShelfColumnWords;
  scale: Scale | undefined;
  asked: readonly AskedRange[];
}) {
  const words = figure && column.write(figure);
  const isStated = figure?.evidence === 'claimed' || figure?.evidence === 'reported';
  return (
    <td
      className={classes.cell}
      title={
        figure && words
          ? [
              withUnit(`${words.value}${words.U ? ` ± ${words.U}` : ''}`, column.unit),
              EVIDENCE_WORDS[figure.evidence],
            ]
              .filter(Boolean)
              .join(', ')
          : 'no figure on these terms'
      }
    >
      <span className={isStated ? classes.stated : classes.figure}>{words?.value ?? '·'}</span>
      {scale && <RulerMark scale={scale} figure={figure} asked={asked} />}
      {figure && <span className="skip">{EVIDENCE_WORDS[figure.evidence]}</span>}
    </td>
  );
}

/** The lines that a row is dragged by, and moved by with the arrow keys. */
function PlaceHandle({ row, rows, onPlace }: { row: Row; rows: readonly Row[]; onPlace: OnPlace }) {
  const { attributes, listeners, setNodeRef } = useDraggable({ id: row.slug });
  const ranked = rows.filter(({ own }) => own !== null).sort((a, b) => (a.own ?? 0) - (b.own ?? 0));
  const at = ranked.findIndex(({ slug }) => slug === row.slug);
  const move = (event: KeyboardEvent) => {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      onPlace(row.slug, null, true);
      return;
    }
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
    event.preventDefault();
    if (at < 0) onPlace(row.slug, null);
    else if (event.key === 'ArrowUp' && at > 0) onPlace(row.slug, ranked[at - 1]?.slug ?? null);
    else if (event.key === 'ArrowDown') onPlace(row.slug, ranked[at + 2]?.slug ?? null);
  };
  return (
    <button
      type="button"
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      aria-label={`Own place of ${row.name}: ${row.own ?? 'none'}`}
      aria-roledescription="row of the own order"
      title="Drag to set your own order; arrow keys move it, Delete takes it out"
      className={classes.handle}
      onKeyDown={move}
    >
      <span className="figure">{row.own ?? ''}</span>
      <IconGripVertical size={14} aria-hidden />
    </button>
  );
}

function ShelfRowLine({
  row,
  rows,
  cells,
  isMarked,
  onMark,
  isPointed,
  onPoint,
  onPlace,
}: {
  row: Row;
  rows: readonly Row[];
  cells: ReactNode;
  isMarked: boolean;
  onMark: (slug: string) => void;
  isPointed: boolean;
  onPoint: (key: string) => void;
  onPlace: OnPlace | undefined;
}) {
  const navigate = useNavigate();
  const { setNodeRef, isOver } = useDroppable({ id: row.slug });
  const to = row.tag
    ? `/pairs/${row.tag}/receive`
    : row.pairs > 0
      ? `/sheets/${row.slug}`
      : `/editions/${row.slug}`;
  const press = (event: KeyboardEvent<HTMLTableRowElement>) => {
    if ((event.target as HTMLElement).closest('button, input')) return;
    if (event.key === 'x') onMark(row.slug);
    if (event.key === 'Enter' && event.target === event.currentTarget) void navigate(to);
    const beside = event.key === 'ArrowDown' ? 'next' : event.key === 'ArrowUp' ? 'previous' : '';
    if (!beside) return;
    event.preventDefault();
    let line = event.currentTarget[`${beside}ElementSibling`] as HTMLElement | null;
    while (line && line.tabIndex < 0) line = line[`${beside}ElementSibling`] as HTMLElement | null;
    line?.querySelector('a')?.focus();
  };
  return (
    <tr
      ref={setNodeRef}
      tabIndex={0}
      className={classes.row}
      data-place={row.place}
      data-pointed={isPointed}
      data-over={isOver}
      onKeyDown={press}
      onMouseEnter={() => onPoint(keyOf(row))}
      onMouseLeave={() => onPoint('')}
      onFocus={() => onPoint(keyOf(row))}
    >
      <td className={classes.mark}>
        {!row.tag && (
          <Checkbox
            size="xs"
            aria-label={`Mark ${row.name}`}
            checked={isMarked}
            onChange={() => onMark(row.slug)}
          />
        )}
      </td>
      {onPlace && (
        <td>
          <PlaceHandle row={row} rows={rows} onPlace={onPlace} />
        </td>
      )}
      <th scope="row">
        <Link to={to}>{row.tag ? `${row.tag} ${row.name}` : row.name}</Link>
        {row.place === 'outside' && (
          <span className={classes.steps}>{row.steps.toFixed(1)} steps</span>
        )}
      </th>
      {cells}
      <td className={classes.size}>{row.size || '·'}</td>
    </tr>
  );
}

/** The head of a column: sorts by it. */
function SortHead({
  id,
  words,
  sort,
  down,
  onSort,
  children,
}: {
  id: string;
  words: string;
  sort: string;
  down: boolean;
  onSort: (id: string) => void;
  children?: ReactNode;
}) {
  const isSorted = sort === id;
  return (
    <th scope="col" aria-sort={isSorted ? (down ? 'descending' : 'ascending') : 'none'}>
      <button type="button" className={classes.sort} onClick={() => onSort(id)}>
        {words} {isSorted && <span aria-hidden>{down ? '▾' : '▴'}</span>}
      </button>
      {children}
    </th>
  );
}

/** The rows that answer, under what they come to, each figure on the ruler of its column. */
export function ShelfTable({
  rows,
  counts,
  isAsked,
  group,
  columns,
  rangesOf,
  sort,
  down,
  onSort,
  marked,
  onMark,
  pointed,
  onPoint,
  onPlace,
}: {
  rows: readonly Row[];
  counts: Shelf['counts'];
  isAsked: boolean;
  group: 'none' | 'maker' | 'use';
  columns: readonly ShelfColumnWords[];
  rangesOf: (column: string) => readonly AskedRange[];
  sort: string;
  down: boolean;
  onSort: (id: string) => void;
  marked: readonly string[];
  onMark: (slug: string) => void;
  pointed: string;
  onPoint: (key: string) => void;
  onPlace: OnPlace | undefined;
}) {
  const scales = columns.map(({ id, ruled }) => {
    if (!ruled) return undefined;
    const figures = rows.flatMap(({ figures: own }) => own[id] ?? []);
    return figures.length > 0 ? columnScale(figures) : undefined;
  });
  const width = columns.length + (onPlace ? 4 : 3);
  const parts = SHELF_PLACES.flatMap((place) => {
    const own = rows.filter((row) => row.place === place);
    return own.length > 0 ? [{ place, own }] : [];
  });
  return (
    <table className={classes.table} aria-label="Shelf">
      <thead>
        <tr>
          <th scope="col">
            <span className="skip">Marked</span>
          </th>
          {onPlace && <SortHead id="own" words="Own" sort={sort} down={down} onSort={onSort} />}
          <SortHead id="name" words="Edition" sort={sort} down={down} onSort={onSort} />
          {columns.map((column, at) => {
            const scale = scales[at];
            return (
              <SortHead
                key={column.id}
                id={column.id}
                words={`${column.name}${column.unit ? ` ${column.unit}` : ''}`}
                sort={sort}
                down={down}
                onSort={onSort}
              >
                {scale && (
                  <ColumnRuler
                    scale={scale}
                    write={(value) => String(Number(column.shown(value).toPrecision(3)))}
                  />
                )}
              </SortHead>
            );
          })}
          <SortHead id="size" words="Size runs" sort={sort} down={down} onSort={onSort} />
        </tr>
      </thead>
      {parts.map(({ place, own }) => (
        <tbody key={place}>
          {isAsked && (
            <tr className={classes.part} tabIndex={-1}>
              <th scope="rowgroup" colSpan={width}>
                <strong>{PLACE_WORDS[place](counts[place])[0]}</strong>{' '}
                <span className="soft">{PLACE_WORDS[place](counts[place])[1]}</span>
              </th>
            </tr>
          )}
          {own.flatMap((row, at) => {
            const kind = groupOf(row, group);
            const before = own[at - 1];
            return [
              ...(kind && (!before || groupOf(before, group) !== kind)
                ? [
                    <tr key={`group ${kind}`} className={classes.kind} tabIndex={-1}>
                      <th scope="rowgroup" colSpan={width}>
                        {kind}
                      </th>
                    </tr>,
                  ]
                : []),
              <ShelfRowLine
                key={keyOf(row)}
                row={row}
                rows={rows}
                isMarked={marked.includes(row.slug)}
                onMark={onMark}
                isPointed={pointed === keyOf(row)}
                onPoint={onPoint}
                onPlace={onPlace}
                cells={columns.map((column, place_) => (
                  <FigureCell
                    key={column.id}
                    figure={row.figures[column.id]}
                    column={column}
                    scale={scales[place_]}
                    asked={rangesOf(column.id)}
                  />
                ))}
              />,
            ];
          })}
        </tbody>
      ))}
    </table>
  );
}
