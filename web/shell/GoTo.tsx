import {
  Spotlight,
  type SpotlightActionGroupData,
  type SpotlightFilterFunction,
  spotlight,
} from '@mantine/spotlight';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { editionName } from '#core/sizing/edition-name.ts';
import { answersTo, pairText } from '#core/sizing/search-terms.ts';
import { labelSlug, nameLabel } from '#core/sizing/size-label.ts';
import { useEditions, usePairs } from '../api/queries.ts';
import { useBenchTag } from './bench.ts';
import { opensPairsAt, STEPS } from './steps.ts';
import { useRested } from './typing.ts';

const STEP_GROUP = 'Steps';

/** Pairs and sheets are found by the server; steps by what their names hold. */
const filterSteps: SpotlightFilterFunction = (query, groups) => {
  const words = query.trim().toLowerCase();
  return (
    (groups as SpotlightActionGroupData[])
      .map((group) =>
        group.group === STEP_GROUP
          ? {
              ...group,
              actions: group.actions.filter(({ label }) => label?.toLowerCase().includes(words)),
            }
          : group,
      )
      // Where all are empty the dialog says so.
      .filter((group) => group.actions.length > 0)
  );
};

/** Ctrl/Cmd+K: to any pair, edition, sheet or step. */
export function GoTo({ onClose, onHelp }: { onClose: () => void; onHelp: () => void }) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  // The word before the names of sheets is not a name.
  const names = typed.replace(/^\s*sheets?\b:?/i, '');
  const find = useRested(names);
  const pairs = usePairs('table', find);
  const editions = useEditions({ find });
  const tag = useBenchTag();
  useEffect(() => spotlight.open(), []);
  const steps = [
    ...STEPS.flatMap(({ pages }) => pages).flatMap(({ path, goTo }) => {
      const ofPair = path.includes(':tag');
      if (!goTo || (ofPair && !tag)) return [];
      return [
        {
          id: path,
          label: ofPair ? `${goTo} ${tag}` : goTo,
          onClick: () => navigate(`/${path.replace(':tag', tag ?? '')}`),
        },
      ];
    }),
    { id: 'keys', label: 'Keys that work here', onClick: onHelp },
  ];
  const actions: SpotlightActionGroupData[] = [
    { group: STEP_GROUP, actions: steps },
    {
      group: 'Pairs',
      actions: (pairs.data?.pages[0]?.rows ?? [])
        .filter((row) => names === typed && answersTo(names, pairText(row)))
        .map((row) => ({
          id: `pair ${row.id}`,
          label: `${row.tag} ${row.maker} ${row.model}`,
          description: [nameLabel(row.label), row.edition].filter(Boolean).join(' · '),
          onClick: () => navigate(`/pairs/${row.tag}/${opensPairsAt('/')}`),
        })),
    },
    {
      group: 'Sheets',
      actions: (editions.data?.pages[0]?.rows ?? [])
        .filter((edition) => answersTo(names, editionName(edition)))
        .flatMap((edition) => {
          const first = edition.pairs[0];
          return first
            ? [
                {
                  id: `sheet ${edition.id}`,
                  label: `Sheet: ${editionName(edition)}`,
                  onClick: () =>
                    navigate(`/sheets/${edition.slug}?label=${labelSlug(first.label)}`),
                },
              ]
            : [];
        }),
    },
  ];
  return (
    <Spotlight
      actions={actions}
      query={typed}
      onQueryChange={setTyped}
      filter={filterSteps}
      attributes={{
        content: { 'aria-label': 'Go to' },
        // What scrolls is reached by the keyboard.
        actionsList: { viewportProps: { tabIndex: 0 } },
      }}
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
