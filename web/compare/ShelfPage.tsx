import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { Button, MultiSelect, NativeSelect, TextInput } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Shelf } from '#contract/shelf-records.ts';
import { withUnit } from '#core/sizing/number-words.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { useLab } from '../api/queries.ts';
import { useOwnPlace, useShelf } from '../api/shelf-queries.ts';
import { NoticeableHatch } from '../drawing/DifferenceChart.tsx';
import { EvidenceKey } from '../drawing/EvidenceMark.tsx';
import { ShelfField } from '../drawing/ShelfField.tsx';
import { useChoices } from '../shell/address.ts';
import { MoreButton } from '../shell/MoreButton.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { TableLinks } from '../shell/TableLinks.tsx';
import { useRested } from '../shell/typing.ts';
import { useUnits } from '../shell/units.ts';
import { useUses } from '../shell/uses.ts';
import classes from './ShelfPage.module.css';
import { ShelfTable } from './ShelfTable.tsx';
import { columnWords, isColumn, USUAL_COLUMNS } from './shelf-columns.ts';

type Row = Shelf['rows'][number];

/** More do not stand beside each other. */
const MOST_COMPARED = 10;
const NARROW = '(max-width: 700px)';
/** Columns that fit beside the names. */
const FEW_COLUMNS = 1;

const GROUPS = ['none', 'maker', 'use'] as const;

/** The short name of a row: without its maker, by its tag where it is a pair. */
const shortName = ({ name, maker, tag }: Row): string => tag || name.replace(`${maker} `, '');

const keyOf = ({ slug, tag }: Row): string => tag || slug;

/** What the row that is pointed at comes to against what was asked. */
function RowSentence({ row, nameOf }: { row: Row; nameOf: (column: string) => string }) {
  const open = row.open.map((column) => nameOf(column).toLowerCase()).join(', ');
  const words = {
    fits: 'is what was asked for.',
    may: `may belong: its ${open} lies over a limit with its doubt. One more pair would settle it.`,
    'not known': `cannot be told: nobody has its ${open}.`,
    outside: `lies ${row.steps.toFixed(1)} noticeable steps outside.`,
  }[row.place];
  return (
    <p role="status">
      <strong>{row.name}</strong> {words}
      {row.own !== null && ` Own place ${row.own}.`}
    </p>
  );
}

/** The shelf: all editions, or a tester's pairs, as one table that answers to what is typed. */
export function ShelfPage() {
  const [search, choose] = useChoices({ replace: true });
  const units = useUnits();
  const uses = useUses();
  const lab = useLab();
  const navigate = useNavigate();
  const narrow = useMediaQuery(NARROW, false, { getInitialValueInEffect: false });
  const [typed, setTyped] = useState(search.get('words') ?? '');
  const [marked, setMarked] = useState<string[]>([]);
  const [pointed, setPointed] = useState('');
  const words = useRested(typed);
  const asked = (name: string, usual: string) => search.get(name) ?? usual;
  const ownFor = asked('for', '');
  const sort = asked('sort', 'name');
  const down = search.get('down') === '1';
  const tester = asked('tester', '');
  const group = GROUPS.find((known) => known === search.get('group')) ?? 'none';
  const shelf = useShelf({
    words,
    sort,
    down: down ? '1' : '0',
    group,
    ownFor,
    tester,
  });
  const place = useOwnPlace();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  if (shelf.isError && !shelf.data) return <PageFault error={shelf.error} />;
  const first = shelf.data?.pages[0];
  if (!first) return null;
  const rows = (shelf.data?.pages ?? []).flatMap((page) => page.rows);
  const known = (id: string) => isColumn(id, units);
  const columnIds = search.get('columns')?.split(',').filter(known) ?? USUAL_COLUMNS;
  const shownIds = narrow ? columnIds.slice(0, FEW_COLUMNS) : columnIds;
  const columns = shownIds.map((id) => columnWords(id, units));
  const axisId = (name: string, usual: string) => {
    const id = asked(name, usual);
    return known(id) ? id : usual;
  };
  const xId = axisId('x', 'mass');
  const yId = axisId('y', 'heel-stack');
  const nameOf = (column: string) => columnWords(column, units).name;
  const rangesOf = (column: string) => first.conditions.filter((one) => one.column === column);
  const axis = (id: string) => {
    const column = columnWords(id, units);
    return {
      title: `${column.name.toLowerCase()}${column.unit ? `, ${column.unit}` : ''}`,
      shown: column.shown,
      write: (figure: Parameters<typeof column.write>[0]) => {
        const { value, U } = column.write(figure);
        return withUnit(`${value}${U ? ` ± ${U}` : ''}`, column.unit);
      },
      asked: rangesOf(id),
    };
  };
  const offered = [...new Set([...columnIds, ...first.columns.map(({ column }) => column)])].map(
    (id) => ({ value: id, label: nameOf(id) }),
  );
  const points = rows.flatMap((row) => {
    const [x, y] = [row.figures[xId], row.figures[yId]];
    return x && y
      ? [
          {
            key: keyOf(row),
            words: shortName(row),
            name: row.name,
            x,
            y,
            soft: row.place === 'outside' || row.place === 'not known',
          },
        ]
      : [];
  });
  const putBefore = (edition: string, before: string | null, out = false) =>
    place.mutate({ body: { use: ownFor, edition, before, out } });
  const dropRow = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const target = rows.find(({ slug }) => slug === over.id);
    putBefore(String(active.id), target?.own ? target.slug : null);
  };
  const toggle = (slug: string) =>
    setMarked((before) =>
      before.includes(slug)
        ? before.filter((one) => one !== slug)
        : [...before, slug].slice(-MOST_COMPARED),
    );
  const pointedRow = rows.find((row) => keyOf(row) === pointed);
  return (
    <div className={classes.page}>
      <NoticeableHatch />
      <header className={classes.head}>
        <h1>Shelf</h1>
        <TextInput
          aria-label="What is looked for"
          placeholder="under 260 g, drop 4 to 6, court"
          className={classes.words}
          maxLength={200}
          value={typed}
          onChange={(event) => {
            setTyped(event.currentTarget.value);
            choose({ words: event.currentTarget.value });
          }}
        />
        <p className={classes.read} role="status">
          {first.said.length > 0 &&
            `Read as ${first.said.join(', ')}; at ${nameLabel(first.label)}.`}{' '}
          {first.questions.map((question) => (
            <span key={question} className="look-here">
              {question}{' '}
            </span>
          ))}
        </p>
        <Button
          size="xs"
          disabled={marked.length < 2}
          onClick={() => navigate(`/compare?editions=${marked.join(',')}`)}
        >
          Compare marked{marked.length > 0 ? ` (${marked.length})` : ''}
        </Button>
      </header>
      <div className={classes.choices}>
        <NativeSelect
          size="xs"
          label="Rows"
          value={tester}
          onChange={(event) => choose({ tester: event.currentTarget.value })}
          data={[
            { value: '', label: 'all editions' },
            ...(lab.data?.people ?? [])
              .filter(({ role }) => role === 'tester')
              .map(({ code }) => ({ value: code, label: `pairs of ${code}` })),
          ]}
        />
        <NativeSelect
          size="xs"
          label="Together by"
          value={group}
          onChange={(event) => choose({ group: event.currentTarget.value })}
          data={[
            { value: 'none', label: 'nothing' },
            { value: 'maker', label: 'maker' },
            { value: 'use', label: 'use' },
          ]}
        />
        {tester === '' && (
          <NativeSelect
            size="xs"
            label="Own order for"
            value={ownFor}
            onChange={(event) => choose({ for: event.currentTarget.value })}
            data={[
              { value: '', label: 'whatever use' },
              ...uses.map(({ name }) => ({ value: name, label: name })),
            ]}
          />
        )}
        <MultiSelect
          size="xs"
          label="Columns"
          searchable
          maxValues={8}
          hidePickedOptions
          data={offered}
          value={columnIds}
          className={classes.columns}
          onChange={(chosen) => choose({ columns: chosen.join(',') })}
        />
      </div>
      {first.all === 0 && (
        <p>
          {tester
            ? `${tester} has no pair yet.`
            : 'Every edition stands here, with a pair or by what is stated of it.'}{' '}
          <Link to="/receive">Receive a pair</Link>
        </p>
      )}
      {first.all > 0 && (
        <div className={classes.body}>
          <div className={classes.tableSide}>
            <DndContext sensors={sensors} onDragEnd={dropRow}>
              <ShelfTable
                rows={rows}
                counts={first.counts}
                isAsked={first.conditions.length > 0}
                group={group}
                columns={columns}
                rangesOf={rangesOf}
                sort={sort}
                down={down}
                onSort={(id) => choose({ sort: id, down: sort === id && !down ? '1' : '' })}
                marked={marked}
                onMark={toggle}
                pointed={pointed}
                onPoint={setPointed}
                onPlace={tester === '' ? putBefore : undefined}
              />
            </DndContext>
            {rows.length === 0 && <p role="status">Nothing on the shelf answers to that.</p>}
            {place.isError && <p className="look-here">{place.error.message}</p>}
            <MoreButton list={shelf} words={`More of ${first.all.toLocaleString('en')} rows`} />
            {first.waiting > 0 && (
              <p className="soft" role="status">
                {first.waiting.toLocaleString('en')} rows are being worked out anew.
              </p>
            )}
            <EvidenceKey />
            <TableLinks of="shelf" query={{ words, sort, down: down ? '1' : '', ownFor, tester }} />
          </div>
          <aside className={classes.field} aria-label="Field of two figures">
            <div className={classes.axes}>
              <NativeSelect
                size="xs"
                aria-label="Upward"
                value={yId}
                data={offered}
                onChange={(event) => choose({ y: event.currentTarget.value })}
              />
              <span className="soft">against</span>
              <NativeSelect
                size="xs"
                aria-label="Across"
                value={xId}
                data={offered}
                onChange={(event) => choose({ x: event.currentTarget.value })}
              />
            </div>
            <ShelfField
              points={points}
              x={axis(xId)}
              y={axis(yId)}
              pointed={pointed}
              onPoint={setPointed}
            />
            {pointedRow && first.conditions.length > 0 && (
              <RowSentence row={pointedRow} nameOf={nameOf} />
            )}
          </aside>
        </div>
      )}
    </div>
  );
}
