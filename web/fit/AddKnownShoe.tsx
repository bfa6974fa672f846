import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { FootProfile } from '#contract/fit-records.ts';
import { KNOWN_FITS, type KnownFit } from '#core/fit/foot.ts';
import { readLabel } from '#core/sizing/printed-label.ts';
import { RequestFault, request } from '../api/request.ts';
import { useDraft } from '../kit/draft.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import classes from './FitPage.module.css';

/** One more shoe that is known to fit. */
export function AddKnownShoe({
  onAdd,
}: {
  onAdd: (shoe: FootProfile['knownShoes'][number]) => void;
}) {
  const [{ slug, label, fits }, put, drop] = useDraft('a known shoe', {
    slug: '',
    label: '',
    fits: 'right' as KnownFit,
  });
  const [fault, setFault] = useState('');
  const add = async () => {
    const read = readLabel(label);
    if (!slug || !read.ok) {
      setFault(slug ? (read.ok ? '' : read.fault.message) : 'Which shoe?');
      return;
    }
    let id: string;
    try {
      id = (await request('getEditionRow', { params: { edition: slug } })).id;
    } catch (error) {
      if (!(error instanceof RequestFault)) throw error;
      setFault(error.message);
      return;
    }
    onAdd({ editionId: id, label: read.value, width: '', fits });
    drop({ fits });
    setFault('');
  };
  return (
    <div className={classes.wearer}>
      <EditionSelect
        size="xs"
        label="A known shoe"
        w={230}
        value={slug}
        onChange={(slug) => put({ slug })}
      />
      <TextInput
        size="xs"
        w={110}
        label="Label"
        placeholder="UK 9"
        value={label}
        error={fault}
        onChange={(event) => put({ label: event.currentTarget.value })}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          void add();
        }}
      />
      <NativeSelect
        size="xs"
        label="It is"
        data={[...KNOWN_FITS]}
        value={fits}
        onChange={(event) => put({ fits: event.currentTarget.value as KnownFit })}
      />
      <Button size="xs" variant="default" onClick={() => void add()}>
        Add it
      </Button>
    </div>
  );
}
