import { Button, Modal, NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Photograph } from '#contract/match-records.ts';
import { useChange } from '../api/queries.ts';
import { useDraft } from '../kit/draft.ts';
import classes from './Photographs.module.css';
import { fullAddress } from './photographs.ts';

function Pane({
  all,
  at,
  onAt,
}: {
  all: readonly Photograph[];
  at: number;
  onAt: (at: number) => void;
}) {
  const photograph = all[at];
  const describe = useChange('captionPhotograph');
  const remove = useChange('removePhotograph');
  const [asked, setAsked] = useState(false);
  const [draft, putDraft, drop] = useDraft(`caption ${photograph?.id}`, {
    caption: photograph?.caption ?? '',
  });
  if (!photograph) return null;
  const { id, side, caption, width, height } = photograph;
  const step = (by: number) => {
    setAsked(false);
    onAt((at + by + all.length) % all.length);
  };
  const put = (change: Partial<Pick<Photograph, 'side' | 'caption'>>) =>
    describe.mutate({ params: { id }, body: { side, caption, ...change } });
  return (
    <figure className={classes.pane} style={{ margin: 0 }}>
      <div className={classes.walk}>
        <Button size="compact-xs" variant="default" onClick={() => step(-1)}>
          previous
        </Button>
        <span>
          {at + 1} of {all.length} · {width} × {height}
        </span>
        <Button size="compact-xs" variant="default" onClick={() => step(1)}>
          next
        </Button>
      </div>
      <a href={fullAddress(id)} target="_blank" rel="noreferrer" aria-label="Open at full size">
        <img src={fullAddress(id)} alt={[side, caption].filter(Boolean).join(': ')} />
      </a>
      <figcaption className={classes.terms} key={id}>
        <NativeSelect
          size="xs"
          label="Shoe"
          data={[
            { value: '', label: 'both' },
            { value: 'left', label: 'left' },
            { value: 'right', label: 'right' },
          ]}
          value={side}
          onChange={(event) => put({ side: event.currentTarget.value as Photograph['side'] })}
        />
        <TextInput
          size="xs"
          label="Caption"
          value={draft.caption}
          maxLength={200}
          onChange={(event) => putDraft({ caption: event.currentTarget.value })}
          onBlur={() => {
            if (draft.caption !== caption) put({ caption: draft.caption });
            drop(draft);
          }}
        />
        <Button
          size="xs"
          variant="default"
          onClick={() =>
            asked
              ? remove.mutate({ params: { id }, body: { reason: 'removed in the viewer' } })
              : setAsked(true)
          }
        >
          {asked ? 'Remove for good' : 'Remove…'}
        </Button>
      </figcaption>
      {asked && <p className="soft">Its file goes too; copies in earlier backups stay.</p>}
    </figure>
  );
}

/** Two photographs side by side, each walked by itself. */
export function PhotographViewer({
  all,
  first,
  onClose,
}: {
  all: readonly Photograph[];
  first: string;
  onClose: () => void;
}) {
  const start = Math.max(
    0,
    all.findIndex((one) => one.id === first),
  );
  const [places, setPlaces] = useState([start, (start + 1) % Math.max(1, all.length)]);
  const panes = all.length > 1 ? [0, 1] : [0];
  return (
    <Modal opened={all.length > 0} onClose={onClose} title="Photographs" size="92%">
      <div className={all.length > 1 ? classes.pair : undefined}>
        {panes.map((pane) => (
          <Pane
            key={pane}
            all={all}
            at={Math.min(places[pane] ?? 0, all.length - 1)}
            onAt={(at) => setPlaces(places.map((old, index) => (index === pane ? at : old)))}
          />
        ))}
      </div>
    </Modal>
  );
}
