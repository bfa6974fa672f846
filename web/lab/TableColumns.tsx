import { NativeSelect, Select, TextInput } from '@mantine/core';
import { figuresOf, guessColumns, headsOf } from '#contract/table-columns.ts';
import {
  FIGURE,
  TABLE_FIELDS,
  type TableColumn,
  type TableLook,
  type TableMapping,
} from '#contract/table-kinds.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useCatalogue } from '../shell/units.ts';
import classes from './LabPage.module.css';

const SHOWN = 3;

/** Which line is the head, what each column is, and in which unit. */
export function TableColumns({
  look,
  mapping,
  onMapping,
}: {
  look: TableLook;
  mapping: TableMapping;
  onMapping: (mapping: TableMapping) => void;
}) {
  const catalogue = useCatalogue();
  const { kind, headAt, headLines, columns } = mapping;
  const heads = headsOf(look.first, headAt, headLines);
  const below = look.first.slice(headAt - 1 + headLines, headAt - 1 + headLines + SHOWN);
  const offered = [
    { value: '', label: 'leave out' },
    ...TABLE_FIELDS[kind].map(({ name, label, needed }) => ({
      value: name,
      label: needed ? `${label} (needed)` : label,
    })),
    ...figuresOf(kind, catalogue).map((id) => ({
      value: `${FIGURE}${id}`,
      label: catalogue[id]?.name ?? id,
    })),
  ];
  const change = (at: number, column: Partial<TableColumn>) =>
    onMapping({
      ...mapping,
      columns: heads.map((_, nth) => {
        const before = columns[nth] ?? { field: '', unit: '' };
        return nth === at ? { ...before, ...column } : before;
      }),
    });
  const readFrom = (at: number, lines: number) =>
    onMapping({
      ...mapping,
      headAt: at,
      headLines: lines,
      columns: guessColumns(headsOf(look.first, at, lines), kind, catalogue),
    });
  const rows = heads.map((head, at) => ({
    at,
    head: head || `column ${at + 1}`,
    cells: below.map((cells) => cells[at] ?? '').filter((cell) => cell !== ''),
    column: columns[at] ?? { field: '', unit: '' },
  }));
  return (
    <>
      <div className={classes.fields}>
        <NativeSelect
          size="xs"
          label="The head is in line"
          data={look.first.map((_, at) => String(at + 1)).slice(0, 10)}
          value={String(headAt)}
          onChange={(event) => readFrom(Number(event.currentTarget.value), headLines)}
        />
        <NativeSelect
          size="xs"
          label="It takes"
          data={[
            { value: '1', label: 'one line' },
            { value: '2', label: 'two lines' },
          ]}
          value={String(headLines)}
          onChange={(event) => readFrom(headAt, Number(event.currentTarget.value))}
        />
        <NativeSelect
          size="xs"
          label="Days such as 03/04/2026"
          data={[
            { value: '', label: 'not said' },
            { value: 'day first', label: 'day first' },
            { value: 'month first', label: 'month first' },
          ]}
          value={mapping.dates}
          onChange={(event) =>
            onMapping({ ...mapping, dates: event.currentTarget.value as TableMapping['dates'] })
          }
        />
      </div>
      <DataTable
        label="What each column is"
        rows={rows}
        keyOf={({ at }) => at}
        columns={[
          { head: 'Column', cell: ({ head }) => head, names: true },
          { head: 'It holds', cell: ({ cells }) => cells.join(' · ').slice(0, 60), soft: true },
          {
            head: 'It is',
            cell: ({ at, head, column }) => (
              <Select
                size="xs"
                searchable
                aria-label={`What ${head} is`}
                data={offered}
                value={column.field}
                allowDeselect={false}
                onChange={(field) => change(at, { field: field ?? '' })}
              />
            ),
          },
          {
            head: 'Unit',
            cell: ({ at, head, column }) =>
              column.field.startsWith(FIGURE) || column.field === 'distance' ? (
                <TextInput
                  size="xs"
                  w={90}
                  aria-label={`Unit of ${head}`}
                  placeholder={column.field === 'distance' ? 'km' : 'in the cells'}
                  defaultValue={column.unit}
                  onBlur={(event) => {
                    const unit = event.currentTarget.value.trim();
                    if (unit !== column.unit) change(at, { unit });
                  }}
                />
              ) : null,
          },
        ]}
      />
    </>
  );
}
