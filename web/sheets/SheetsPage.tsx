import { Table } from '@mantine/core';
import { Link } from 'react-router';
import { isSameSize, labelSlug, nameLabel, type SizeLabel } from '#core/size-label.ts';
import { useEditions } from '../api/queries.ts';
import { editionName } from '../shell/names.ts';

function sizesOf(pairs: readonly { label: SizeLabel }[]): SizeLabel[] {
  const labels = pairs.map((pair) => pair.label);
  return labels.filter((label, i) => !labels.slice(0, i).some((other) => isSameSize(other, label)));
}

/** All editions with a sheet, by size. */
export function SheetsPage() {
  const editions = useEditions();
  if (!editions.data) return null;
  return (
    <div style={{ padding: '16px 24px', maxWidth: 900 }}>
      <h1>Sheets</h1>
      {editions.data.length === 0 ? (
        <p>A sheet stands here for every edition of which a pair was received.</p>
      ) : (
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
            {editions.data.map((edition) => (
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
    </div>
  );
}
