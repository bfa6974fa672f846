import { Button, TextInput } from '@mantine/core';
import { useIntersection } from '@mantine/hooks';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import type { PairRow } from '#contract/pair-records.ts';
import { lastLength, nameLabel } from '#core/sizing/size-label.ts';
import { usePairs } from '../api/queries.ts';
import { SoleMark } from '../drawing/SoleMark.tsx';
import { useBenchTag } from './bench.ts';
import { opensPairsAt, STEPS } from './steps.ts';
import classes from './Tray.module.css';
import { useRested } from './typing.ts';

/** What a dragged row of the tray carries. */
export const DRAGGED_EDITION = 'application/x-emvex-edition';

/** One tick a station: long when taken. */
function StationTicks({ done, all }: { done: number; all: number }) {
  const count = Math.min(all || 6, 16);
  // Of many stations each tick stands for several; the last one only for all of them.
  const long = all > count ? Math.floor((done / all) * count) : done;
  return (
    <span
      className={classes.ticks}
      role="img"
      aria-label={all ? `${done} of ${all} stations taken` : 'not measured yet'}
      title={all ? `${done} of ${all} stations taken` : 'not measured yet'}
    >
      {Array.from({ length: count }, (_, index) => (
        <span key={index} data-done={index < long} />
      ))}
    </span>
  );
}

function TrayRow({
  row,
  onBench,
  step,
  found,
}: {
  row: PairRow;
  onBench: boolean;
  step: string;
  /** Looked for, and so from the table or the shelf. */
  found: boolean;
}) {
  const words = STEPS.flatMap(({ ofRow }) => ofRow?.(row) ?? []);
  const alerts = words.flatMap(({ alert }) => alert ?? []);
  const notes = words.flatMap(({ note }) => note ?? []);
  return (
    <Link
      to={`/pairs/${row.tag}/${step}`}
      className={classes.row}
      data-bench={onBench}
      aria-current={onBench ? 'true' : undefined}
      draggable
      onDragStart={(event) => event.dataTransfer.setData(DRAGGED_EDITION, row.editionSlug)}
    >
      <span className={classes.line}>
        <span className={`figure ${classes.tag}`}>{row.tag}</span>
        <StationTicks done={row.stationsDone} all={row.stations} />
      </span>
      <span className={classes.name}>
        {row.maker} {row.model}
      </span>
      <span className={classes.line}>
        <span className="soft">
          {nameLabel(row.label)}
          {row.edition && ` · ${row.edition}`}
          {words.map(({ beside }) => beside && ` · ${beside}`)}
          {found && row.shelved && ' · on the shelf'}
        </span>
        <SoleMark heel={row.heelMm} forefoot={row.forefootMm} length={lastLength(row.label)} />
      </span>
      {alerts.length > 0 && <span className="look-here">{alerts.join(' · ')}</span>}
      {alerts.length === 0 &&
        notes.map((note) => (
          <span key={note} className="soft">
            {note}
          </span>
        ))}
    </Link>
  );
}

/** The pairs in hand, as on the table. */
export function Tray() {
  const tag = useBenchTag();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [filter, setFilter] = useState('');
  const find = useRested(filter.trim());
  const [shelf, setShelf] = useState(false);
  const pairs = usePairs(shelf ? 'shelf' : 'table', find);
  const step = opensPairsAt(pathname);
  const [first] = pairs.data?.pages ?? [];
  const { onTable = 0, onShelf = 0 } = first ?? {};
  const all = onTable + onShelf;
  const rows = useMemo(() => (pairs.data?.pages ?? []).flatMap((page) => page.rows), [pairs.data]);
  // The pair on the bench is in sight when the tray first fills.
  const placed = useRef(false);
  const place = (item: HTMLLIElement | null) => {
    if (!item || placed.current) return;
    placed.current = true;
    item.scrollIntoView({ block: 'center' });
  };
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = pairs;
  const { ref: end, entry } = useIntersection();
  const atEnd = entry?.isIntersecting ?? false;
  useEffect(() => {
    if (atEnd && hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [atEnd, hasNextPage, isFetchingNextPage, fetchNextPage]);
  const count = find ? rows.length : shelf ? onShelf : onTable;
  return (
    <>
      <div className={classes.top}>
        <h2 className={classes.heading}>
          {find ? 'Found' : shelf ? 'On the shelf' : 'On the table'} · {count.toLocaleString('en')}
          {find && hasNextPage ? '+' : ''} {count === 1 ? 'pair' : 'pairs'}
        </h2>
        {onTable > 0 && !shelf && !find && (
          <p className={classes.legend}>
            <span className={classes.ticks} aria-hidden="true">
              <span data-done />
              <span />
            </span>
            a tick a station: long once taken
          </p>
        )}
        {all > 3 && (
          <TextInput
            size="xs"
            aria-label="Find a pair"
            placeholder="Find: tag, maker, size"
            value={filter}
            onChange={(event) => setFilter(event.currentTarget.value)}
          />
        )}
      </div>
      <div className={classes.rows}>
        {pairs.isSuccess && all === 0 && (
          <p className={classes.empty}>
            Pairs stand here once they are received, the one on the bench marked.
          </p>
        )}
        {pairs.isSuccess && all > 0 && rows.length === 0 && (
          <p className={classes.empty}>
            {find
              ? 'No pair answers to that.'
              : shelf
                ? 'The shelf is empty.'
                : 'The table is empty.'}
          </p>
        )}
        <ul>
          {rows.map((row) => (
            <li key={row.id} ref={row.tag === tag ? place : undefined}>
              <TrayRow row={row} onBench={row.tag === tag} step={step} found={find !== ''} />
            </li>
          ))}
          {hasNextPage && <li ref={end} aria-hidden />}
        </ul>
      </div>
      <div className={classes.foot}>
        <Button
          variant={all === 0 ? 'filled' : 'default'}
          size="sm"
          onClick={() => navigate('/receive')}
        >
          Receive a pair
        </Button>
        {all === 1 && rows[0] && (
          <Link to={`/guide/tour/${rows[0].tag}`}>Five minutes with {rows[0].tag}</Link>
        )}
        {(onShelf > 0 || shelf) && (
          <Button variant="subtle" size="xs" onClick={() => setShelf(!shelf)}>
            {shelf ? 'To the table' : `Shelf · ${onShelf.toLocaleString('en')}`}
          </Button>
        )}
      </div>
    </>
  );
}
