import { Button, TextInput } from '@mantine/core';
import { useVirtualizer } from '@tanstack/react-virtual';
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
      {alerts.map((alert) => (
        <span key={alert} className="look-here">
          {alert}
        </span>
      ))}
      {alerts.length === 0 &&
        notes.map((note) => (
          <span key={note} className="soft">
            {note}
          </span>
        ))}
    </Link>
  );
}

const ROW_HEIGHT = 76;

/** The pairs in hand, as on the table. */
export function Tray() {
  const tag = useBenchTag();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [filter, setFilter] = useState('');
  const find = useRested(filter.trim());
  const [shelf, setShelf] = useState(false);
  const pairs = usePairs(shelf ? 'shelf' : 'table', find);
  const scroller = useRef<HTMLDivElement>(null);
  const step = opensPairsAt(pathname);
  const [first] = pairs.data?.pages ?? [];
  const { onTable = 0, onShelf = 0 } = first ?? {};
  const all = onTable + onShelf;
  const rows = useMemo(() => (pairs.data?.pages ?? []).flatMap((page) => page.rows), [pairs.data]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 8,
    getItemKey: (index) => rows[index]?.id ?? index,
  });
  // The pair on the bench is in sight when the tray first fills.
  const placed = useRef(false);
  useEffect(() => {
    const index = rows.findIndex((row) => row.tag === tag);
    if (placed.current || index < 0) return;
    placed.current = true;
    virtual.scrollToIndex(index, { align: 'center' });
  }, [rows, tag, virtual]);
  const shown = virtual.getVirtualItems();
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = pairs;
  const atEnd = (shown.at(-1)?.index ?? 0) >= rows.length - 1;
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
      <div ref={scroller} className={classes.rows}>
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
        <ul style={{ height: virtual.getTotalSize() }}>
          {shown.map((item) => {
            const row = rows[item.index];
            return (
              row && (
                <li
                  key={item.key}
                  ref={virtual.measureElement}
                  data-index={item.index}
                  style={{ transform: `translateY(${item.start}px)` }}
                >
                  <TrayRow row={row} onBench={row.tag === tag} step={step} found={find !== ''} />
                </li>
              )
            );
          })}
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
        {(onShelf > 0 || shelf) && (
          <Button variant="subtle" size="xs" onClick={() => setShelf(!shelf)}>
            {shelf ? 'To the table' : `Shelf · ${onShelf.toLocaleString('en')}`}
          </Button>
        )}
      </div>
    </>
  );
}
