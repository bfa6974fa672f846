import { Button, FileButton, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useEffect, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import {
  type BackupList,
  type BackupLook,
  type BackupSettings,
  COPY_HOURS,
} from '#contract/backup-records.ts';
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

/** How often backups are made, how many stay, and where else they are written. */
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
      aria-label="Backup settings"
      className={classes.fields}
      onSubmit={form.onSubmit((body) =>
        change.mutate({ body }, { onSuccess: drop, onError: refuse }),
      )}
    >
      <NativeSelect
        size="xs"
        label="Automatic backup"
        data={COPY_HOURS.map((hours) => ({
          value: String(hours),
          label: hours === 24 ? 'once a day' : hours === 1 ? 'every hour' : `every ${hours} hours`,
        }))}
        {...form.getInputProps('everyHours')}
      />
      <TextInput
        size="xs"
        label="Number of backups"
        inputMode="numeric"
        {...form.getInputProps('keep')}
      />
      <TextInput
        size="xs"
        label="Total size at most, GB"
        inputMode="decimal"
        {...form.getInputProps('gigabytes')}
      />
      <TextInput
        size="xs"
        label="Second folder"
        placeholder="/media/disk/emvex"
        description="Each backup is also written to this folder, on another disk."
        {...form.getInputProps('second')}
      />
      <Button type="submit" size="xs" variant="default" loading={change.isPending}>
        Save settings
      </Button>
      {change.isSuccess && <p role="status">Settings saved.</p>}
    </form>
  );
}

/** Why a backup is there. */
const KIND_WORDS: Record<BackupList['copies'][number]['kind'], string> = {
  'of a day': 'automatic',
  'at a moment': 'made by hand',
  'before an update': 'before an update',
  'set aside': 'replaced by a restore',
  'brought in': 'opened from a file',
};

const COUNTS = [
  ['Pairs', 'pairs'],
  ['Editions', 'editions'],
  ['Readings', 'readings'],
  ['Outings', 'outings'],
  ['Issued', 'issued'],
  ['Changes', 'changes'],
] as const;

/** The contents and age of a backup, what a restore would lose, and the restore itself. */
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
    <section className={classes.inner} aria-label={`Backup ${name}`} data-testid="copy-look">
      <h3>
        Backup <span className="figure">{name}</span>
      </h3>
      <DataTable
        label={`Contents of the backup ${name}`}
        rows={COUNTS}
        keyOf={([label]) => label}
        columns={[
          { head: 'What', cell: ([label]) => label, names: true },
          { head: 'In the backup', cell: ([, field]) => number(holds[field]), figure: true },
          {
            head: 'In the lab now',
            cell: ([, field]) => (present ? number(present[field]) : 'not known'),
            figure: true,
          },
        ]}
      />
      <p>
        Last changed {holds.lastChange ? moment(holds.lastChange) : 'never'}
        {present &&
          `; the present lab ${present.lastChange ? moment(present.lastChange) : 'never'}`}
        .{older && ' It was made by an earlier version and is updated when it is restored.'}
      </p>
      {lostCount === null ? (
        <p className="look-here">
          The present database cannot be read ({presentFault}), so it is not known what would be
          lost. The backup can be restored.
        </p>
      ) : lostCount > 0 ? (
        <>
          <p className="look-here">
            {number(lostCount)} {lostCount === 1 ? 'change' : 'changes'} of this lab{' '}
            {lostCount === 1 ? 'is' : 'are'} not in the backup and would be lost. The latest:
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
        <p>Nothing would be lost: every change of this lab is in the backup.</p>
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
              Restore this backup, keep the present database as a file
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
              Restore this backup…
            </Button>
            <Button size="xs" variant="default" onClick={onClose}>
              Close
            </Button>
          </>
        )}
      </div>
      {prepare.data && !restore.isPending && (
        <p role="status">
          Writing is stopped: what others type waits in their browsers. Decide within two minutes.
          After that the lab accepts changes again.
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

/** Backups: made, listed, inspected, restored. */
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
      <h2 className={classes.heading}>Backups</h2>
      <p>
        Emvex makes backups while you work and checks each one before it is listed. They are in{' '}
        <span className="figure">{folder}</span>.
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
          Back up now
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
              Open a database file…
            </Button>
          )}
        </FileButton>
      </div>
      {make.isPending && (
        <JobBar
          progress={progress}
          name="Backing up"
          of="per cent"
          onStop={() => void stopJob(job)}
        />
      )}
      {make.data && (
        <p role="status">
          Backup made and checked: <span className="figure">{make.data.name}</span>
          {make.data.secondFault &&
            `. It could not be written to the second folder: ${make.data.secondFault}.`}
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
        <p className="soft">There is no backup yet. The first is made soon after the start.</p>
      ) : (
        <DataTable
          label="Backups"
          rows={copies.data.copies}
          keyOf={({ name }) => name}
          columns={[
            { head: 'Backup', cell: ({ name }) => name, names: true, figure: true },
            { head: 'Written', cell: ({ writtenAt }) => moment(writtenAt) },
            { head: 'Why', cell: ({ kind }) => KIND_WORDS[kind] },
            { head: 'Size', cell: ({ bytes }) => megabytes(bytes), figure: true },
            {
              head: 'Inspect',
              unseen: true,
              cell: ({ name }) => (
                <Button
                  size="compact-xs"
                  variant="default"
                  aria-label={`Inspect ${name}`}
                  aria-expanded={chosen === name}
                  onClick={() => setChosen(chosen === name ? '' : name)}
                >
                  Inspect
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
      <h2 className={classes.heading}>Settings</h2>
      <SettingsForm key={JSON.stringify(settings)} settings={settings} />
    </section>
  );
}
