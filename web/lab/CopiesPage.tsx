import { Button, FileButton, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useEffect, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import { type BackupLook, type BackupSettings, COPY_HOURS } from '#contract/backup-records.ts';
import {
  refetchCopies,
  useCancelRestore,
  useCopies,
  useCopyLook,
  useMakeCopy,
  usePrepareRestore,
  useRestore,
} from '../api/copy-queries.ts';
import { stopJob, useJob } from '../api/jobs.ts';
import { useChange } from '../api/queries.ts';
import { RequestFault, requestWithFile } from '../api/request.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { typedNumber } from '../shell/form-fields.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { JobBar } from './JobBar.tsx';
import classes from './LabPage.module.css';

const moment = (iso: string) => dayjs(iso).format('D MMM YYYY, HH:mm');
const megabytes = (bytes: number) =>
  `${(bytes / 1e6).toLocaleString('en', { maximumFractionDigits: 1, minimumFractionDigits: 1 })} MB`;
const number = (value: number) => value.toLocaleString('en');

const settingsForm = z.object({
  everyHours: z.string().transform((typed) => Number(typed) as BackupSettings['everyHours']),
  keep: typedNumber(
    'a whole number from 2 to 200',
    (n) => Number.isInteger(n) && n >= 2 && n <= 200,
  ),
  gigabytes: typedNumber('gigabytes, such as 4', (gb) => gb >= 0.1 && gb <= 2000),
  second: z.string().trim(),
});

/** How copies are kept: how often, how many, and where else. */
function SettingsForm({ settings }: { settings: BackupSettings }) {
  const change = useChange('setBackups');
  const { form, drop, refuse } = useSchemaForm(
    settingsForm,
    {
      everyHours: String(settings.everyHours),
      keep: String(settings.keep),
      gigabytes: String(settings.gigabytes),
      second: settings.second,
    },
    'second',
    'backup settings',
  );
  return (
    <form
      noValidate
      aria-label="How copies are kept"
      className={classes.fields}
      onSubmit={form.onSubmit((body) =>
        change.mutate({ body }, { onSuccess: drop, onError: refuse }),
      )}
    >
      <NativeSelect
        size="xs"
        label="A copy by itself"
        data={COPY_HOURS.map((hours) => ({
          value: String(hours),
          label: hours === 24 ? 'once a day' : hours === 1 ? 'every hour' : `every ${hours} hours`,
        }))}
        {...form.getInputProps('everyHours')}
      />
      <TextInput
        size="xs"
        label="Copies kept"
        inputMode="numeric"
        {...form.getInputProps('keep')}
      />
      <TextInput
        size="xs"
        label="Together at most, GB"
        inputMode="decimal"
        {...form.getInputProps('gigabytes')}
      />
      <TextInput
        size="xs"
        label="A second place"
        placeholder="/media/disk/emvex"
        description="A folder on another disk gets each copy too"
        {...form.getInputProps('second')}
      />
      <Button type="submit" size="xs" variant="default" loading={change.isPending}>
        Keep copies so
      </Button>
      {change.isSuccess && <p role="status">Kept.</p>}
    </form>
  );
}

const COUNTS = [
  ['Pairs', 'pairs'],
  ['Editions', 'editions'],
  ['Readings', 'readings'],
  ['Outings', 'outings'],
  ['Issued', 'issued'],
  ['Changes', 'changes'],
] as const;

/** What a copy holds, how old it is, what a restore would lose; and the restore. */
function LookInside({ look: first, onClose }: { look: BackupLook; onClose: () => void }) {
  const restore = useRestore();
  const prepare = usePrepareRestore();
  const cancel = useCancelRestore();
  const { isSuccess: isPrepared } = prepare;
  const { mutate: open } = cancel;
  // Who leaves the page without deciding opens writing again.
  useEffect(() => {
    if (isPrepared) return () => open({ name: first.name });
  }, [isPrepared, open, first.name]);
  // Once writing is shut, what is shown stays as it is until it is decided.
  const look = prepare.data ?? first;
  const { name, holds, present, presentFault, lost, lostCount, older } = look;
  return (
    <section
      className={classes.inner}
      aria-label={`Inside the copy ${name}`}
      data-testid="copy-look"
    >
      <h3>
        Inside <span className="figure">{name}</span>
      </h3>
      <DataTable
        label={`What the copy ${name} holds`}
        rows={COUNTS}
        keyOf={([label]) => label}
        columns={[
          { head: 'What', cell: ([label]) => label, names: true },
          { head: 'In the copy', cell: ([, field]) => number(holds[field]), figure: true },
          {
            head: 'In the book now',
            cell: ([, field]) => (present ? number(present[field]) : 'not known'),
            figure: true,
          },
        ]}
      />
      <p>
        Last changed {holds.lastChange ? moment(holds.lastChange) : 'never'}
        {present &&
          `; the present lab ${present.lastChange ? moment(present.lastChange) : 'never'}`}
        .{older && ' It is of an earlier version and is brought up to this one.'}
      </p>
      {lostCount === null ? (
        <p className="look-here">
          The present database cannot be read ({presentFault}): what would be lost is not known. The
          backup can be restored.
        </p>
      ) : lostCount > 0 ? (
        <>
          <p className="look-here">
            {number(lostCount)} {lostCount === 1 ? 'change' : 'changes'} of the book{' '}
            {lostCount === 1 ? 'is' : 'are'} not in the copy and would be lost here, the latest of
            them:
          </p>
          <ul className={classes.list}>
            {lost.slice(0, 6).map(({ at, person, action }) => (
              <li key={`${at} ${action}`}>
                <span className="figure">{moment(at)}</span> {person}: {action}
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p>Nothing of the book would be lost: it knows no change that the copy does not.</p>
      )}
      <div className={classes.add}>
        {prepare.data ? (
          <>
            <Button
              size="xs"
              data-autofocus
              loading={restore.isPending}
              onClick={() => restore.mutate({ name, lost: lostCount })}
            >
              Restore this copy, set the book aside
            </Button>
            <Button
              size="xs"
              variant="default"
              onClick={() => cancel.mutate({ name }, { onSettled: () => prepare.reset() })}
            >
              Cancel
            </Button>
          </>
        ) : (
          <>
            <Button size="xs" loading={prepare.isPending} onClick={() => prepare.mutate({ name })}>
              Restore this copy…
            </Button>
            <Button size="xs" variant="default" onClick={onClose}>
              Leave it
            </Button>
          </>
        )}
      </div>
      {prepare.data && !restore.isPending && (
        <p role="status">
          Nothing is written meanwhile: what others type waits in their browsers. Decide within two
          minutes, or writing is open again.
        </p>
      )}
      {prepare.error && (
        <p role="alert" className="look-here">
          {prepare.error.message}
        </p>
      )}
      {restore.isPending && <p role="status">Restoring …</p>}
      {restore.error && (
        <p role="alert" className="look-here">
          {restore.error.message}
        </p>
      )}
    </section>
  );
}

/** Copies of the book: made, listed, looked into, restored. */
export function CopiesPage() {
  const copies = useCopies();
  const make = useMakeCopy();
  const [job, setJob] = useState('');
  const progress = useJob(job, make.isPending);
  const [chosen, setChosen] = useState('');
  const look = useCopyLook(chosen);
  const [brought, setBrought] = useState<{ look?: BackupLook; fault?: string; busy?: true }>({});
  const reset = useRef<() => void>(null);
  if (copies.error) return <PageFault error={copies.error} />;
  if (!copies.data) return null;
  const { settings, folder, trouble } = copies.data;

  const bring = async (file: File) => {
    setBrought({ busy: true });
    try {
      const inside = await requestWithFile('bringBackup', {
        file: file.slice(0, file.size, 'application/octet-stream'),
      });
      setBrought({ look: inside });
    } catch (error) {
      const fault =
        error instanceof RequestFault ? error.message : 'The file changed while it was read.';
      setBrought({ fault });
    }
    await refetchCopies();
  };

  return (
    <section>
      <h2 className={classes.heading}>Copies of the book</h2>
      <p>
        The book is copied while it is worked in, and each copy is looked through before it counts.
        Copies lie in <span className="figure">{folder}</span>.
      </p>
      {trouble && (
        <p role="alert" className="look-here">
          {trouble}
        </p>
      )}
      <div className={classes.add}>
        <Button
          size="xs"
          loading={make.isPending}
          onClick={() => {
            const id = newId();
            setJob(id);
            make.mutate({ job: id });
          }}
        >
          Copy now
        </Button>
        <FileButton
          accept=".db"
          resetRef={reset}
          onChange={(file) => {
            if (file) void bring(file);
            reset.current?.();
          }}
        >
          {(props) => (
            <Button {...props} size="xs" variant="default" loading={brought.busy ?? false}>
              Look into a book from elsewhere…
            </Button>
          )}
        </FileButton>
      </div>
      {make.isPending && (
        <JobBar progress={progress} name="Copying" of="per cent" onStop={() => void stopJob(job)} />
      )}
      {make.data && (
        <p role="status">
          Copied and looked through: <span className="figure">{make.data.name}</span>
          {make.data.secondFault && `. Not to the second place: ${make.data.secondFault}.`}
        </p>
      )}
      {make.error && (
        <p role="alert" className="look-here">
          {make.error.message}
        </p>
      )}
      {brought.fault && (
        <p role="alert" className="look-here">
          {brought.fault}
        </p>
      )}
      {brought.look && <LookInside look={brought.look} onClose={() => setBrought({})} />}
      {copies.data.copies.length === 0 ? (
        <p className="soft">No copy yet: the first is made soon after the start.</p>
      ) : (
        <DataTable
          label="Copies"
          rows={copies.data.copies}
          keyOf={({ name }) => name}
          columns={[
            { head: 'Copy', cell: ({ name }) => name, names: true, figure: true },
            { head: 'Written', cell: ({ writtenAt }) => moment(writtenAt) },
            { head: 'What', cell: ({ kind }) => kind },
            { head: 'Size', cell: ({ bytes }) => megabytes(bytes), figure: true },
            {
              head: 'Look inside',
              unseen: true,
              cell: ({ name }) => (
                <Button
                  size="compact-xs"
                  variant="default"
                  aria-label={`Look inside ${name}`}
                  aria-expanded={chosen === name}
                  onClick={() => setChosen(chosen === name ? '' : name)}
                >
                  Look inside
                </Button>
              ),
            },
          ]}
        />
      )}
      {look.data && chosen && <LookInside look={look.data} onClose={() => setChosen('')} />}
      {look.error && chosen && (
        <p role="alert" className="look-here">
          {look.error.message}
        </p>
      )}
      <h2 className={classes.heading}>How they are kept</h2>
      <SettingsForm key={JSON.stringify(settings)} settings={settings} />
    </section>
  );
}
