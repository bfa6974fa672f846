import { Button, Modal } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import type { WearOfPair } from '#contract/wear-records.ts';
import { useChange } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { OutingForm } from './OutingForm.tsx';
import classes from './WearPage.module.css';

type Outing = WearOfPair['outings'][number];

/** Outings that are shown at first. */
const FEW = 12;

const day = (iso: string) => dayjs(iso).format('D MMM YYYY');

/** On what ground, in what, and how it went. */
const groundOf = ({ activity, surfaces, wet, effort, temperature, placed }: Outing): string =>
  [
    activity,
    surfaces.join(' and '),
    wet,
    effort,
    temperature === null ? '' : `${temperature} °C`,
    placed.length > 0 ? `with ${placed.join(', ')}` : '',
  ]
    .filter(Boolean)
    .join(', ') || '–';

/** Comfort and what else was rated; softness of the first outings is largely the insole. */
const feltOf = ({ comfort, ratings, showroom }: Outing): string =>
  [
    comfort === null ? '' : `comfort ${comfort}`,
    ...Object.entries(ratings).map(([name, value]) => `${name} ${value}`),
    showroom && (comfort !== null || Object.keys(ratings).length > 0) ? 'showroom feel' : '',
  ]
    .filter(Boolean)
    .join(', ') || '–';

const routeOf = ({ route }: Outing): string =>
  route === null
    ? ''
    : [
        `route ${route.name}`.trim(),
        `${Math.round(route.movingMinutes)} min moving`,
        route.climbM === null ? '' : `${Math.round(route.climbM)} m up`,
        ...route.cuts,
      ]
        .filter(Boolean)
        .join(', ');

/** Outings of the pair, the latest first; each can be changed or withdrawn. */
export function OutingList({ wear }: { wear: WearOfPair }) {
  const withdraw = useChange('withdrawOuting');
  const [changing, setChanging] = useState<Outing>();
  const [all, setAll] = useState(false);
  const { outings, outingsInAll, pair } = wear;
  if (outings.length === 0) return <p className="soft">No outing yet.</p>;
  return (
    <>
      <DataTable
        label="Outings"
        rows={outings.slice(0, all ? undefined : FEW)}
        keyOf={({ id }) => id}
        rowClass={({ withdrawn }) => (withdrawn === null ? undefined : classes.withdrawn)}
        columns={[
          { head: 'On', cell: ({ on }) => day(on), names: true },
          { head: 'Worn by', cell: ({ tester }) => tester },
          { head: 'km', cell: ({ km }) => km.toFixed(1), figure: true },
          { head: 'On what', cell: groundOf },
          { head: 'How it felt', cell: feltOf },
          {
            head: 'Faults, notes',
            cell: (outing) =>
              [
                ...outing.faults.map(({ what, atKm }) =>
                  atKm === null ? what : `${what} from ${atKm} km`,
                ),
                outing.note,
                routeOf(outing),
              ]
                .filter(Boolean)
                .join('; '),
          },
          {
            head: 'Change or withdraw',
            unseen: true,
            cell: (outing) =>
              outing.withdrawn === null && (
                <span className={classes.actions}>
                  <Button
                    size="compact-sm"
                    variant="subtle"
                    aria-label={`Change the outing of ${day(outing.on)}`}
                    onClick={() => setChanging(outing)}
                  >
                    change
                  </Button>
                  <Button
                    size="compact-sm"
                    variant="subtle"
                    aria-label={`Withdraw the outing of ${day(outing.on)}`}
                    onClick={() =>
                      withdraw.mutate({
                        params: { id: outing.id },
                        body: { reason: 'withdrawn at the bench' },
                      })
                    }
                  >
                    withdraw
                  </Button>
                </span>
              ),
          },
        ]}
      />
      {outings.length > FEW && !all && (
        <Button size="compact-sm" variant="default" onClick={() => setAll(true)}>
          All {outings.length}
        </Button>
      )}
      {all && outingsInAll > outings.length && (
        <p className="soft">
          The latest {outings.length} of {outingsInAll}.
        </p>
      )}
      <Modal
        opened={changing !== undefined}
        size="lg"
        onClose={() => setChanging(undefined)}
        title={changing ? `The outing of ${day(changing.on)}` : ''}
      >
        {changing && (
          <OutingForm
            pairId={pair.id}
            tester={changing.tester}
            outing={changing}
            onKept={() => setChanging(undefined)}
          />
        )}
      </Modal>
    </>
  );
}
