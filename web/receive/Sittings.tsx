/** The sittings of a pair: one that was taken on the wrong pair is moved, one finished by mistake reopened. */
import { Button, Modal } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import type { PairRecord } from '#contract/pair-records.ts';
import { useChange, useLab } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { PairSelect } from '../shell/PairSelect.tsx';
import classes from './ReceivePage.module.css';

type Sitting = PairRecord['sessions'][number];

const dayOf = ({ startedAt }: Sitting) => dayjs(startedAt).format('D MMM YYYY, HH:mm');

function MoveSitting({ sitting, onDone }: { sitting: Sitting; onDone: () => void }) {
  const [tag, setTag] = useState('');
  const move = useChange('moveSitting');
  return (
    <Modal opened onClose={onDone} title={`The sitting of ${dayOf(sitting)}`}>
      <p>
        Its {sitting.readings.length} readings go with it, as they were typed. It can be undone in
        the record of changes.
      </p>
      <PairSelect
        label="It was taken on"
        data-autofocus
        value={tag}
        onChange={setTag}
        error={move.error?.message}
      />
      <Button
        mt="md"
        disabled={tag === ''}
        loading={move.isPending}
        onClick={() =>
          move.mutate({ params: { id: sitting.id }, body: { tag } }, { onSuccess: onDone })
        }
      >
        Move the sitting
      </Button>
    </Modal>
  );
}

export function Sittings({ sessions }: { sessions: PairRecord['sessions'] }) {
  const lab = useLab();
  const reopen = useChange('reopenSitting');
  const [moving, setMoving] = useState<Sitting | null>(null);
  if (sessions.length === 0) return null;
  const protocolOf = (sitting: Sitting) => {
    const found = lab.data?.protocols.find(({ id }) => id === sitting.protocolId);
    return found ? `${found.name} v${found.version}` : '';
  };
  return (
    <section aria-label="Sittings">
      <h2>Sittings</h2>
      <DataTable
        rows={sessions}
        keyOf={({ id }) => id}
        columns={[
          { head: 'Begun', cell: dayOf, names: true },
          { head: 'By', cell: ({ person }) => person },
          { head: 'Protocol', cell: protocolOf },
          {
            head: 'Worn',
            cell: ({ wornKm }) => `${wornKm.toFixed(0)} km`,
            figure: true,
          },
          { head: 'Readings', cell: ({ readings }) => readings.length, figure: true },
          { head: 'State', cell: ({ finishedAt }) => (finishedAt ? 'finished' : 'open') },
          {
            head: 'Put right',
            unseen: true,
            cell: (sitting) => (
              <span className={classes.acts}>
                {sitting.finishedAt && (
                  <Button
                    size="compact-xs"
                    variant="subtle"
                    aria-label={`Reopen the sitting of ${dayOf(sitting)}`}
                    onClick={() => reopen.mutate({ params: { id: sitting.id }, body: undefined })}
                  >
                    reopen
                  </Button>
                )}
                <Button
                  size="compact-xs"
                  variant="subtle"
                  aria-label={`Move the sitting of ${dayOf(sitting)} to another pair`}
                  onClick={() => setMoving(sitting)}
                >
                  wrong pair
                </Button>
              </span>
            ),
          },
        ]}
      />
      {reopen.isError && (
        <p role="alert" className="look-here">
          {reopen.error.message}
        </p>
      )}
      {reopen.isSuccess && <p role="status">Reopened: go on in Measure.</p>}
      {moving && <MoveSitting sitting={moving} onDone={() => setMoving(null)} />}
    </section>
  );
}
