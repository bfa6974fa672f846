import { Select, type SelectProps } from '@mantine/core';
import { useState } from 'react';
import { answersTo, pairText } from '#core/sizing/search-terms.ts';
import { usePairs } from '../api/queries.ts';
import { useRested } from './typing.ts';

interface PairSelectProps extends Omit<SelectProps, 'data' | 'value' | 'onChange' | 'filter'> {
  /** Tag of the pair chosen; empty: none. */
  value: string;
  onChange: (tag: string) => void;
}

/** A pair, found by tag, names or size among however many there are. */
export function PairSelect({ value, onChange, ...props }: PairSelectProps) {
  const [typed, setTyped] = useState('');
  const find = useRested(typed === value ? '' : typed);
  const pairs = usePairs('table', find);
  const tags = (pairs.data?.pages ?? [])
    .flatMap((page) => page.rows)
    .filter((row) => typed === value || answersTo(typed, pairText(row)))
    .map((row) => row.tag);
  return (
    <Select
      {...props}
      searchable
      data={[...new Set(value ? [value, ...tags] : tags)]}
      filter={({ options }) => options}
      searchValue={typed}
      onSearchChange={setTyped}
      value={value || null}
      onChange={(tag) => onChange(tag ?? '')}
      nothingFoundMessage="No pair of that name"
    />
  );
}
