import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { FootProfile } from '#contract/fit-records.ts';
import { readLabel } from '#core/sizing/printed-label.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useDraft } from '../kit/draft.ts';
import classes from './FitPage.module.css';

type Labels = FootProfile['usualByMaker'];

/** The label that is usual with one maker, where it is another than in most shoes. */
export function MakerLabels({
  labels,
  onLabels,
}: {
  labels: Labels;
  onLabels: (labels: Labels) => void;
}) {
  const [{ maker, label }, put, drop] = useDraft('usual label of a maker', {
    maker: '',
    label: '',
  });
  const [fault, setFault] = useState('');
  const add = () => {
    const read = readLabel(label);
    if (maker.trim() === '' || !read.ok) {
      setFault(maker.trim() === '' ? 'Which maker?' : read.ok ? '' : read.fault.message);
      return;
    }
    const others = labels.filter((one) => one.maker.toLowerCase() !== maker.trim().toLowerCase());
    onLabels([...others, { maker: maker.trim(), label: read.value }]);
    drop();
    setFault('');
  };
  return (
    <>
      {labels.length > 0 && (
        <DataTable
          label="Usual labels by maker"
          rows={labels}
          keyOf={({ maker: own }) => own}
          columns={[
            { head: 'Maker', cell: ({ maker: own }) => own, names: true },
            { head: 'Usual label', cell: ({ label: own }) => nameLabel(own), figure: true },
            {
              head: 'Take out',
              unseen: true,
              cell: ({ maker: own }) => (
                <Button
                  size="compact-xs"
                  variant="subtle"
                  aria-label={`Take out the label of ${own}`}
                  onClick={() => onLabels(labels.filter((one) => one.maker !== own))}
                >
                  take out
                </Button>
              ),
            },
          ]}
        />
      )}
      <div className={classes.wearer}>
        <TextInput
          size="xs"
          w={180}
          label="With the maker"
          placeholder="Kestvane"
          value={maker}
          onChange={(event) => put({ maker: event.currentTarget.value })}
        />
        <TextInput
          size="xs"
          w={130}
          label="the usual label is"
          placeholder="UK 8.5"
          value={label}
          error={fault}
          onChange={(event) => put({ label: event.currentTarget.value })}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            event.preventDefault();
            add();
          }}
        />
        <Button size="xs" variant="default" onClick={add}>
          Add the label
        </Button>
      </div>
    </>
  );
}
