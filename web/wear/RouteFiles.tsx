import { Button, Checkbox, FileButton, NativeSelect, Progress, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { WearOfPair } from '#contract/wear-records.ts';
import { useChange, useLab } from '../api/queries.ts';
import { addressOf } from '../api/request.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { keptAs, type ProposedRoute, saidByRoute, useRoutes } from './routes.ts';
import classes from './WearPage.module.css';

const minutes = (value: number | undefined) =>
  value === undefined ? 'no times' : `${Math.round(value)} min`;

/** Routes dropped or chosen, several at once: proposed as outings, and never doubled. */
export function RouteFiles({ wear }: { wear: WearOfPair }) {
  const { pair, outings } = wear;
  const routes = useRoutes();
  const lab = useLab();
  const add = useChange('addOutings');
  const change = useChange('changeOuting');
  const reset = useRef<() => void>(null);
  const [tester, setTester] = useState(outings[0]?.tester ?? '');
  const [over, setOver] = useState(false);
  const [said, setSaid] = useState('');
  const testers = (lab.data?.people ?? []).filter(({ role }) => role === 'tester');
  const asKept = (one: ProposedRoute) => keptAs(one, tester, outings);
  const chosen = routes.proposed.filter((one) => one.chosen && asKept(one)?.how !== 'kept');
  const undated = chosen.find(({ on }) => on === '');
  const read = (files: readonly File[]) => {
    setSaid('');
    if (files.length > 0) void routes.read(files);
    reset.current?.();
  };

  const keep = async () => {
    if (tester === '') return setSaid('Whose routes are they?');
    if (undated) return setSaid(`${undated.route.name} has no times: which day was it?`);
    const fresh = chosen.filter((one) => !asKept(one));
    try {
      if (fresh.length > 0)
        await add.mutateAsync({
          body: {
            outings: fresh.map((one) => ({
              ...saidByRoute(one),
              id: newId(),
              tag: pair.tag,
              tester,
              again: true,
            })),
          },
        });
      for (const one of chosen) {
        const kept = asKept(one);
        if (kept?.how !== 'same') continue;
        const {
          id,
          km: _,
          halfKm: __,
          placed: ___,
          showroom: ____,
          withdrawn: _____,
          ...before
        } = kept.outing;
        await change.mutateAsync({
          params: { id },
          body: { ...before, ...saidByRoute(one), typed: before.typed },
        });
      }
      setSaid(`${chosen.length} kept.`);
      routes.clear();
    } catch (error) {
      setSaid((error as Error).message);
    }
  };

  return (
    <section
      aria-label="Routes"
      data-over={over}
      className={classes.drop}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        read([...event.dataTransfer.files]);
      }}
    >
      <div className={classes.fields}>
        <FileButton
          multiple
          accept=".gpx,application/gpx+xml,application/xml,text/xml"
          resetRef={reset}
          onChange={read}
        >
          {(props) => (
            <Button {...props} size="xs" variant="default">
              Routes (GPX) …
            </Button>
          )}
        </FileButton>
        <Button
          component="a"
          size="xs"
          variant="default"
          download
          href={addressOf('exportOutings', {}, { pair: pair.tag })}
        >
          Outings as a file
        </Button>
        <span className="soft">GPX dropped here, several at once, is proposed as outings.</span>
        {routes.reading && (
          <>
            <Progress
              value={100 * routes.reading.share}
              aria-label={`Reading ${routes.reading.name}`}
              className={classes.progress}
            />
            <Button size="xs" variant="default" onClick={routes.cancel}>
              Cancel
            </Button>
          </>
        )}
      </div>
      {routes.refused.map(({ name, message }) => (
        <p key={`${name} ${message}`} className="look-here">
          {name}: {message}
        </p>
      ))}
      {routes.proposed.length > 0 && (
        <>
          <NativeSelect
            size="xs"
            w={140}
            label="Whose routes"
            data={[{ value: '', label: 'choose' }, ...testers.map(({ code }) => code)]}
            value={tester}
            onChange={(event) => setTester(event.currentTarget.value)}
          />
          <DataTable
            label="Routes proposed"
            rows={routes.proposed}
            keyOf={({ key }) => key}
            columns={[
              {
                head: 'Keep',
                cell: (one) => (
                  <Checkbox
                    size="xs"
                    aria-label={`Keep ${one.route.name}`}
                    checked={one.chosen && asKept(one)?.how !== 'kept'}
                    disabled={asKept(one)?.how === 'kept'}
                    onChange={(event) =>
                      routes.change(one.key, { chosen: event.currentTarget.checked })
                    }
                  />
                ),
              },
              { head: 'Route', cell: ({ route }) => route.name, names: true },
              {
                head: 'On',
                cell: (one) => (
                  <TextInput
                    size="xs"
                    type="date"
                    aria-label={`Day of ${one.route.name}`}
                    value={one.on}
                    onChange={(event) => routes.change(one.key, { on: event.currentTarget.value })}
                  />
                ),
              },
              { head: 'km', cell: ({ route }) => route.km.toFixed(2), figure: true },
              { head: 'In motion', cell: ({ route }) => minutes(route.movingMinutes) },
              {
                head: 'Up',
                cell: ({ route }) =>
                  route.climbM === undefined ? '–' : `${Math.round(route.climbM)} m`,
              },
              {
                head: 'What of it',
                cell: (one) => {
                  const kept = asKept(one);
                  const as =
                    kept?.how === 'kept'
                      ? `kept already, ${dayjs(kept.outing.on).format('D MMM YYYY')}`
                      : kept
                        ? `the outing of ${dayjs(kept.outing.on).format('D MMM YYYY')}, ${kept.outing.km.toFixed(1)} km: its route is added`
                        : '';
                  return [as, ...one.route.cuts].filter(Boolean).join('; ') || 'new';
                },
              },
            ]}
          />
          <div className={classes.fields}>
            <Button
              size="xs"
              disabled={chosen.length === 0}
              loading={add.isPending || change.isPending}
              onClick={() => void keep()}
            >
              Keep {chosen.length}
            </Button>
            <Button size="xs" variant="default" onClick={routes.clear}>
              Put them away
            </Button>
          </div>
        </>
      )}
      <p role="status" className={/kept\.$/.test(said) ? 'soft' : 'look-here'}>
        {said}
      </p>
    </section>
  );
}
