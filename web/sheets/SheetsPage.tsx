import { TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link } from 'react-router';
import { editionName } from '#core/sizing/edition-name.ts';
import { isSameSize, labelSlug, nameLabel, type SizeLabel } from '#core/sizing/size-label.ts';
import { useSheetsIssued } from '../api/issue-queries.ts';
import { useEditions } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { MoreButton } from '../shell/MoreButton.tsx';
import { useRested } from '../shell/typing.ts';

function sizesOf(pairs: readonly { label: SizeLabel }[]): SizeLabel[] {
  const labels = pairs.map((pair) => pair.label);
  return labels.filter((label, i) => !labels.slice(0, i).some((other) => isSameSize(other, label)));
}

/** So many editions are seen at a glance. */
const FEW = 12;

/** What was issued, the latest first. */
function SheetsIssued() {
  const issued = useSheetsIssued();
  if (!issued.data || issued.data.length === 0) return null;
  return (
    <section aria-label="Issued">
      <h2>Issued</h2>
      <DataTable
        rows={issued.data}
        keyOf={({ id }) => id}
        label="Issued sheets"
        columns={[
          {
            head: 'Sheet',
            names: true,
            cell: ({ id, title, kind }) => (
              <>
                <Link to={`/issued/${id}`}>{title}</Link>
                {kind === 'comparison' && <span className="soft"> comparison</span>}
              </>
            ),
          },
          { head: 'Revision', cell: ({ revision }) => revision, figure: true },
          { head: 'Issued', cell: ({ at }) => dayjs(at).format('D MMM YYYY') },
          { head: 'Signed', cell: ({ person }) => person },
          {
            head: 'Stands',
            cell: ({ withdrawn }) => (withdrawn ? `withdrawn: ${withdrawn.why}` : ''),
            soft: true,
          },
        ]}
      />
      <h2 style={{ marginTop: 16 }}>All</h2>
    </section>
  );
}

/** All editions with a sheet, by size. */
export function SheetsPage() {
  const [typed, setTyped] = useState('');
  const find = useRested(typed);
  const editions = useEditions({ find });
  if (!editions.data) return null;
  const rows = editions.data.pages.flatMap((page) => page.rows);
  const all = editions.data.pages[0]?.all ?? 0;
  return (
    <div style={{ padding: '16px 24px', maxWidth: 900 }}>
      <h1>Sheets</h1>
      <SheetsIssued />
      {all > FEW && (
        <TextInput
          size="xs"
          w={280}
          my={8}
          label="Find an edition"
          placeholder="maker, model, edition"
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />
      )}
      {all === 0 && <p>A sheet stands here for every edition of which a pair was received.</p>}
      {all > 0 && rows.length === 0 && <p role="status">No edition answers to that.</p>}
      {rows.length > 0 && (
        <DataTable
          rows={rows}
          keyOf={({ id }) => id}
          columns={[
            { head: 'Edition', cell: editionName, strong: true },
            {
              head: 'Sheet at',
              cell: ({ slug, pairs }) =>
                sizesOf(pairs).map((label) => (
                  <Link
                    key={labelSlug(label)}
                    to={`/sheets/${slug}?label=${labelSlug(label)}&view=reader`}
                    style={{ color: 'inherit', marginRight: 14 }}
                  >
                    {nameLabel(label)}
                  </Link>
                )),
            },
            { head: 'Pairs', cell: ({ pairs }) => pairs.length, figure: true },
            {
              head: 'Readings',
              cell: ({ pairs }) => pairs.reduce((sum, pair) => sum + pair.readings, 0),
              figure: true,
            },
          ]}
        />
      )}
      <MoreButton list={editions} words={`More of ${all.toLocaleString('en')} editions`} />
    </div>
  );
}
