import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import { useDropComparison, useKeepComparison, useKeptComparisons } from '../api/issue-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useDraft } from '../kit/draft.ts';
import classes from './ComparePage.module.css';

/** Comparisons that were given a name. */
export function KeptComparisons() {
  const kept = useKeptComparisons();
  const drop = useDropComparison();
  if (!kept.data || kept.data.length === 0) return null;
  return (
    <section aria-label="Kept comparisons">
      <h2>Kept</h2>
      <DataTable
        rows={kept.data}
        keyOf={({ id }) => id}
        columns={[
          {
            head: 'Name',
            names: true,
            cell: ({ id, name }) => <Link to={`/comparisons/${id}`}>{name}</Link>,
          },
          { head: 'Editions', cell: ({ editions }) => editions.length, figure: true },
          {
            head: 'Issued',
            cell: ({ revisions }) => (revisions > 0 ? `revision ${revisions}` : 'not yet'),
          },
          {
            head: 'Forget',
            unseen: true,
            cell: ({ id, name }) => (
              <Button
                size="compact-xs"
                variant="subtle"
                aria-label={`Forget ${name}`}
                loading={drop.isPending && drop.variables?.params?.id === id}
                onClick={() => drop.mutate({ params: { id }, body: undefined })}
              >
                forget
              </Button>
            ),
          },
        ]}
      />
    </section>
  );
}

/** Keeps what is compared under a name, so that it can be gone back to, written about and issued. */
export function KeepComparison({
  editions,
  label,
  stack,
}: {
  editions: string[];
  label: string | null;
  stack: string | null;
}) {
  const keep = useKeepComparison();
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const [{ name }, put, drop] = useDraft(`comparison of ${editions.join(' ')}`, { name: '' });
  const [id] = useState(() => newId());
  if (!open)
    return (
      <Button size="xs" variant="default" onClick={() => setOpen(true)}>
        Keep under a name…
      </Button>
    );
  return (
    <form
      className={classes.keep}
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate(
          { params: { id }, body: { name, editions, label, stack } },
          {
            onSuccess: () => {
              drop();
              void navigate(`/comparisons/${id}`);
            },
          },
        );
      }}
    >
      <TextInput
        size="xs"
        aria-label="Name of the comparison"
        placeholder="Kerbs in winter"
        value={name}
        autoFocus
        error={keep.error?.message}
        onChange={(event) => put({ name: event.currentTarget.value })}
      />
      <Button size="xs" type="submit" disabled={name.trim() === ''} loading={keep.isPending}>
        Keep
      </Button>
      <Button size="xs" variant="subtle" onClick={() => setOpen(false)}>
        Not now
      </Button>
    </form>
  );
}
