/** Where a pair belongs: another edition, where the receipt named the wrong one; its tag given free. */
import { Button, Checkbox, Modal } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { PairRecord } from '#contract/pair-records.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { useChange } from '../api/queries.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import classes from './ReceivePage.module.css';

function MovePair({ record, onDone }: { record: PairRecord; onDone: () => void }) {
  const { pair, edition } = record;
  const [slug, setSlug] = useState('');
  const [noteStays, setNoteStays] = useState(false);
  const move = useChange('movePair');
  const isNoted = move.error?.problem?.errors?.some(({ field }) => field === 'noteStays');
  return (
    <Modal opened onClose={onDone} title={`${pair.tag} is of another edition`}>
      <p>
        It goes there with all that was read of it; the claims stay with {editionName(edition)}. It
        can be undone in the record of changes.
      </p>
      <EditionSelect
        label="It is of"
        data-autofocus
        value={slug}
        onChange={setSlug}
        without={[edition.slug]}
        error={isNoted ? undefined : move.error?.message}
      />
      {isNoted && (
        <div role="alert">
          <p className="look-here">{move.error?.message}</p>
          <Checkbox
            label="I know: the note keeps the old name"
            checked={noteStays}
            onChange={(event) => setNoteStays(event.currentTarget.checked)}
          />
        </div>
      )}
      <Button
        mt="md"
        disabled={slug === '' || (isNoted === true && !noteStays)}
        loading={move.isPending}
        onClick={() =>
          move.mutate(
            { params: { id: pair.id }, body: { edition: slug, noteStays } },
            { onSuccess: onDone },
          )
        }
      >
        Move {pair.tag}
      </Button>
    </Modal>
  );
}

export function PairPlace({ record, onMoved }: { record: PairRecord; onMoved: () => void }) {
  const { pair, edition } = record;
  const [moving, setMoving] = useState(false);
  const navigate = useNavigate();
  const free = useChange('freeTag');
  return (
    <div className={classes.place}>
      <Link to={`/editions/${edition.slug}`}>The record of {editionName(edition)}</Link>
      <Link to={`/lab/changes?pair=${pair.tag}`}>What was changed of {pair.tag}</Link>
      {pair.lot && (
        <Link to={`/deliveries/${edition.slug}/${encodeURIComponent(pair.lot)}`}>
          Delivery {pair.lot}
        </Link>
      )}
      <Button size="compact-xs" variant="default" onClick={() => setMoving(true)}>
        It is of another edition
      </Button>
      {pair.shelved && (
        <Button
          size="compact-xs"
          variant="default"
          loading={free.isPending}
          onClick={() =>
            free.mutate(
              { params: { id: pair.id }, body: undefined },
              { onSuccess: ({ tag }) => void navigate(`/pairs/${tag}/receive`, { replace: true }) },
            )
          }
        >
          Give the tag {pair.tag} free
        </Button>
      )}
      {free.isError && (
        <p role="alert" className="look-here">
          {free.error.message}
        </p>
      )}
      {moving && (
        <MovePair
          record={record}
          onDone={() => {
            setMoving(false);
            onMoved();
          }}
        />
      )}
    </div>
  );
}
