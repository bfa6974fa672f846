import { Spotlight, type SpotlightActionGroupData, spotlight } from '@mantine/spotlight';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { labelSlug, nameLabel } from '#core/size-label.ts';
import { useEditions, usePairs } from '../api/queries.ts';
import { useBenchTag } from './bench.ts';
import { editionName } from './names.ts';

/** Ctrl/Cmd+K: to any pair, edition, sheet or step. */
export function GoTo({ onClose, onHelp }: { onClose: () => void; onHelp: () => void }) {
  const navigate = useNavigate();
  const pairs = usePairs();
  const editions = useEditions();
  const tag = useBenchTag();
  useEffect(() => spotlight.open(), []);
  const steps = [
    { id: 'receive', label: 'Receive a pair', onClick: () => navigate('/receive') },
    { id: 'compare', label: 'Compare', onClick: () => navigate('/compare') },
    { id: 'sheets', label: 'Sheets', onClick: () => navigate('/sheets') },
    { id: 'lab', label: 'Lab: instruments', onClick: () => navigate('/lab') },
    { id: 'protocols', label: 'Lab: protocols', onClick: () => navigate('/lab/protocols') },
    { id: 'files', label: 'Lab: readings in and out', onClick: () => navigate('/lab/files') },
    { id: 'guide', label: 'Guide: quantities', onClick: () => navigate('/guide') },
    { id: 'keys', label: 'Keys that work here', onClick: onHelp },
    { id: 'studies', label: 'Studies', onClick: () => navigate('/studies') },
    { id: 'tolerances', label: 'Lab: tolerances', onClick: () => navigate('/lab/tolerances') },
    ...(tag
      ? [
          {
            id: 'match',
            label: `Match ${tag}`,
            onClick: () => navigate(`/pairs/${tag}/match`),
          },
          {
            id: 'measure',
            label: `Measure ${tag}`,
            onClick: () => navigate(`/pairs/${tag}/measure`),
          },
        ]
      : []),
  ];
  const actions: SpotlightActionGroupData[] = [
    { group: 'Steps', actions: steps },
    {
      group: 'Pairs',
      actions: (pairs.data ?? []).map((row) => ({
        id: `pair ${row.id}`,
        label: `${row.tag} ${row.maker} ${row.model}`,
        description: [nameLabel(row.label), row.edition].filter(Boolean).join(' · '),
        onClick: () => navigate(`/pairs/${row.tag}/measure`),
      })),
    },
    {
      group: 'Sheets',
      actions: (editions.data ?? []).flatMap((edition) => {
        const first = edition.pairs[0];
        return first
          ? [
              {
                id: `sheet ${edition.id}`,
                label: `Sheet: ${editionName(edition)}`,
                onClick: () => navigate(`/sheets/${edition.slug}?label=${labelSlug(first.label)}`),
              },
            ]
          : [];
      }),
    },
  ];
  return (
    <Spotlight
      actions={actions}
      attributes={{ content: { 'aria-label': 'Go to' } }}
      shortcut={null}
      highlightQuery
      scrollable
      limit={30}
      maxHeight={420}
      nothingFound="Nothing of that name"
      onSpotlightClose={onClose}
      searchProps={{
        placeholder: 'Pair, edition, sheet or step',
        'aria-label': 'Go to a pair, edition, sheet or step',
      }}
    />
  );
}
