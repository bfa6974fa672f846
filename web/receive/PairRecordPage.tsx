import { Button } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { PairRecord } from '#contract/pair-records.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { useChange, usePair } from '../api/queries.ts';
import { Photographs } from '../photographs/Photographs.tsx';
import { putOnBench } from '../shell/bench.ts';
import { useDraftForm } from '../shell/form.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { useUnits } from '../shell/units.ts';
import { AddClaims, ClaimsOnFile } from './Claims.tsx';
import { lookUp } from './look-up.ts';
import { PairFieldset } from './PairFieldset.tsx';
import { PairPlace } from './PairPlace.tsx';
import classes from './ReceivePage.module.css';
import { faultsOfPaths, formOfPair, type ReceiptForm, readEdit } from './receipt-form.ts';
import { Sittings } from './Sittings.tsx';

function RecordForm({
  record,
  saved,
  onSaved,
  onReread,
}: {
  record: PairRecord;
  saved: boolean;
  onSaved: () => void;
  onReread: () => void;
}) {
  const { pair, edition } = record;
  const units = useUnits();
  const navigate = useNavigate();
  const edit = useChange('editPair');
  const { form, drop } = useDraftForm<ReceiptForm>(`pair ${pair.id}`, {
    initialValues: formOfPair(record),
  });
  const [version] = useState(pair.version);

  async function save(shelved: boolean): Promise<void> {
    const found = await lookUp(form);
    if (!found) return;
    const read = readEdit(form.values, units.distanceUnit.symbol, version, shelved, found.replaced);
    if ('faults' in read) {
      form.setErrors(read.faults);
      return;
    }
    edit.mutate(
      { params: { id: pair.id }, body: read.edit },
      {
        onSuccess: ({ tag }) => {
          drop();
          putOnBench(tag);
          if (tag !== pair.tag) void navigate(`/pairs/${tag}/receive`, { replace: true });
          else onSaved();
        },
        onError: (error) => form.setErrors(faultsOfPaths(error.problem?.errors ?? [])),
      },
    );
  }
  useHotkeys([['mod+Enter', () => void save(pair.shelved)]], []);

  const changedElsewhere = pair.version !== version && !edit.isSuccess;
  return (
    <form
      className={classes.page}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save(pair.shelved);
      }}
    >
      <header className={classes.head}>
        <h1>
          {pair.tag}{' '}
          <span className="soft">
            {editionName(edition)}, {nameLabel(pair.label)}
          </span>
        </h1>
        <div className={classes.place}>
          <Button component={Link} to={`/pairs/${pair.tag}/walk`} variant="default" size="xs">
            Walk along the shoe
          </Button>
          <Button component={Link} to="/receive" variant="default" size="xs">
            Receive another pair
          </Button>
        </div>
      </header>
      {changedElsewhere && (
        <p role="alert" className="look-here">
          {pair.tag} was changed elsewhere since you opened it. Saving here is refused; nothing is
          overwritten.{' '}
          <Button size="compact-xs" variant="default" onClick={onReread}>
            Show it as it is now
          </Button>
        </p>
      )}
      <div className={classes.columns}>
        <div>
          <h2>This pair</h2>
          <PairFieldset form={form} />
          <footer className={classes.foot}>
            <Button type="submit" loading={edit.isPending}>
              Save changes
            </Button>
            <Button variant="default" onClick={() => void save(!pair.shelved)}>
              {pair.shelved ? 'Back to the table' : 'Put on the shelf'}
            </Button>
            <span role="status">{saved && !form.isDirty() ? 'Saved.' : ''}</span>
          </footer>
          {edit.isError && (
            <div role="alert">
              <p className="look-here">{edit.error.message} What you typed is kept.</p>
              {edit.error.status === 409 && (
                <Button size="xs" variant="default" onClick={onReread}>
                  Show the pair as it is now
                </Button>
              )}
            </div>
          )}
        </div>
        <section className={classes.claimColumn} aria-label="Claims">
          <h2>What the maker claims of this edition</h2>
          <ClaimsOnFile edition={edition} />
          <AddClaims editionId={edition.id} />
        </section>
      </div>
    </form>
  );
}

/** The record of a pair received: read, changed, put on the shelf. */
export function PairRecordPage() {
  const { tag = '' } = useParams();
  const pair = usePair(tag);
  const [shown, setShown] = useState({ times: 0, saved: false });
  useEffect(() => {
    if (pair.data) putOnBench(pair.data.pair.tag);
  }, [pair.data]);
  const show = (saved: boolean) =>
    void pair.refetch().then(() => setShown(({ times }) => ({ times: times + 1, saved })));
  if (pair.isError && !pair.data) return <PageFault error={pair.error} />;
  if (!pair.data) return null;
  return (
    <>
      <RecordForm
        key={`${pair.data.pair.id} ${shown.times}`}
        record={pair.data}
        saved={shown.saved}
        onSaved={() => show(true)}
        onReread={() => show(false)}
      />
      <div className={classes.below}>
        <PairPlace record={pair.data} onMoved={() => show(false)} />
        <Sittings sessions={pair.data.sessions} />
        <Photographs subject={{ subjectKind: 'pair', subjectId: pair.data.pair.id }} />
        <p className="soft">
          <Link to={`/lab/hall?pair=${pair.data.pair.tag}`}>Take them with a phone</Link>
        </p>
      </div>
    </>
  );
}
