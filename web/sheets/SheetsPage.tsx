import { Button, Table, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { isSameSize, labelSlug, nameLabel, type SizeLabel } from '#core/sizing/size-label.ts';
import { useEditions } from '../api/queries.ts';
import { editionName } from '../shell/names.ts';
import { useRested } from '../shell/typing.ts';

function sizesOf(pairs: readonly { label: SizeLabel }[]): SizeLabel[] {
  const labels = pairs.map((pair) => pair.label);
  return labels.filter((label, i) => !labels.slice(0, i).some((other) => isSameSize(other, label)));
}

/** So many editions are seen at a glance. */
const FEW = 12;

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
        <Table>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Edition</Table.Th>
              <Table.Th>Sheet at</Table.Th>
              <Table.Th>Pairs</Table.Th>
              <Table.Th>Readings</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {rows.map((edition) => (
              <Table.Tr key={edition.id}>
                <Table.Td fw={700}>{editionName(edition)}</Table.Td>
                <Table.Td>
                  {sizesOf(edition.pairs).map((label) => (
                    <Link
                      key={labelSlug(label)}
                      to={`/sheets/${edition.slug}?label=${labelSlug(label)}`}
                      style={{ color: 'inherit', marginRight: 14 }}
                    >
                      {nameLabel(label)}
                    </Link>
                  ))}
                </Table.Td>
                <Table.Td className="figure">{edition.pairs.length}</Table.Td>
                <Table.Td className="figure">
                  {edition.pairs.reduce((sum, pair) => sum + pair.readings, 0)}
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
      {editions.hasNextPage && (
        <Button
          variant="default"
          size="xs"
          my={12}
          loading={editions.isFetchingNextPage}
          onClick={() => void editions.fetchNextPage()}
        >
          More of {all.toLocaleString('en')} editions
        </Button>
      )}
    </div>
  );
}
