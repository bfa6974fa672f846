import { Select, type SelectProps } from '@mantine/core';
import { useState } from 'react';
import { editionName } from '#core/sizing/edition-name.ts';
import { answersTo } from '#core/sizing/search-terms.ts';
import { useEditionRow, useEditions } from '../api/queries.ts';
import { useRested } from './typing.ts';

interface EditionSelectProps extends Omit<SelectProps, 'data' | 'value' | 'onChange' | 'filter'> {
  /** Slug of the edition chosen; empty: none. */
  value: string;
  onChange: (slug: string) => void;
  /** Editions that are not offered. */
  without?: readonly string[];
  /** Offers only editions of which a pair was measured. */
  measured?: boolean;
}

/** An edition, found as its names are typed among however many there are. */
export function EditionSelect({
  value,
  onChange,
  without = [],
  measured = false,
  ...props
}: EditionSelectProps) {
  const [typed, setTyped] = useState('');
  const chosen = useEditionRow(value);
  const name = chosen.data && value ? editionName(chosen.data) : '';
  // The name in the field is what was chosen, not what is looked for.
  const find = useRested(typed === name ? '' : typed);
  const editions = useEditions({ find, measured });
  const rows = (editions.data?.pages ?? []).flatMap((page) => page.rows);
  // What was found for less than is typed by now is narrowed meanwhile.
  const offered = rows.filter(
    (row) =>
      row.slug !== value &&
      !without.includes(row.slug) &&
      (typed === name || answersTo(typed, editionName(row))),
  );
  return (
    <Select
      {...props}
      searchable
      data={[...(chosen.data && value ? [chosen.data] : []), ...offered].map((row) => ({
        value: row.slug,
        label: editionName(row),
      }))}
      filter={({ options }) => options}
      searchValue={typed}
      onSearchChange={setTyped}
      value={value || null}
      onChange={(slug) => onChange(slug ?? '')}
      nothingFoundMessage="No edition of that name"
    />
  );
}
