import { Button, Kbd, NativeSelect, TextInput } from '@mantine/core';
import { memo, useEffect, useMemo } from 'react';
import { Link, useNavigate, useOutletContext, useParams } from 'react-router';
import type { Lab } from '#contract/lab-records.ts';
import type { MatchRecord } from '#contract/match-records.ts';
import { NOTHING_FELT } from '#core/catalogue/match-look.ts';
import { contradictedSights } from '#core/match/contradicted-sights.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { useChange, useLab, useMatch } from '../api/queries.ts';
import type { BenchCheck } from '../bench/projected.ts';
import { useDraft } from '../kit/draft.ts';
import { Photographs } from '../photographs/Photographs.tsx';
import { UseField } from '../receive/UseField.tsx';
import { putOnBench } from '../shell/bench.ts';
import type { ShellContext } from '../shell/context.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { PairSelect } from '../shell/PairSelect.tsx';
import classes from './CheckBench.module.css';
import { CheckSlip } from './CheckSlip.tsx';
import { type Check, useCheck } from './check.ts';
import { Decision } from './Decision.tsx';
import { useMatchEntry } from './entry.ts';
import { Findings } from './Findings.tsx';
import { Ladder } from './Ladder.tsx';
import { MatchViews } from './MatchViews.tsx';
import { LookedAt } from './SightRow.tsx';

/** Another pair, or another build of the model, by the same ladder. */
const HoldAgainst = memo(function HoldAgainst({ tag }: { tag: string }) {
  const navigate = useNavigate();
  return (
    <PairSelect
      size="xs"
      label="Hold against another pair"
      placeholder="a tag, or another build"
      value=""
      onChange={(other) =>
        other && other !== tag && navigate(`/pairs/${tag}/match/against/${other}`)
      }
    />
  );
});

/** What a check is, and the ways to begin one or to pass it over. */
function Intro({ record, bench }: { record: MatchRecord; bench: Check }) {
  const navigate = useNavigate();
  const { pair } = record;
  const [felt, put, drop] = useDraft(`felt ${pair.id}`, NOTHING_FELT);
  const begin = (extent: 'full' | 'short') => {
    bench.begin(extent, felt);
    drop();
  };
  if (pair.shoes !== 'both')
    return (
      <div className={classes.intro}>
        <h1>One shoe: nothing to hold it against</h1>
        <p>
          Of {pair.tag} there is the {pair.shoes}. It is measured as it is.
        </p>
        <Button component={Link} to={`/pairs/${pair.tag}/measure`}>
          Measure it
        </Button>
      </div>
    );
  return (
    <div className={classes.intro}>
      <h1>Are these two shoes the same?</h1>
      <p className="soft">
        {pair.tag} {editionName(record.edition)}, {nameLabel(pair.label)}
        {pair.replaces && (
          <>
            , sent for <Link to={`/pairs/${pair.replaces}/match`}>{pair.replaces}</Link>
          </>
        )}
      </p>
      <div className={classes.felt} role="group" aria-label="What did the wearer feel?">
        <NativeSelect
          size="xs"
          label="Felt by the wearer, on"
          data={[
            { value: '', label: 'nobody asked' },
            { value: 'left', label: 'the left' },
            { value: 'right', label: 'the right' },
            { value: 'both', label: 'both' },
          ]}
          value={felt.shoe}
          onChange={(event) => put({ shoe: event.currentTarget.value as typeof felt.shoe })}
        />
        <TextInput
          size="xs"
          label="Where, and what"
          placeholder="heel slips, rubs outside"
          maxLength={120}
          value={felt.where}
          onChange={(event) => put({ where: event.currentTarget.value })}
        />
        <TextInput
          size="xs"
          label="Since when"
          placeholder="the first wear"
          maxLength={120}
          value={felt.since}
          onChange={(event) => put({ since: event.currentTarget.value })}
        />
      </div>
      <p>
        Before the first wear: labels, outsole features, footbeds face to face, toe and collar
        heights, heel seam, level, mass, hardness, and a look at the work. One reading each; a
        second only where the difference lies near its tolerance.
      </p>
      {record.placed.now.length > 0 && (
        <p className="soft">
          <PlacedWords placed={record.placed.now} />
        </p>
      )}
      {pair.wornKm > 0 && (
        <p className="soft">
          This pair has {pair.wornKm.toFixed(0)} km of wear, which shoes take unequally: what
          differs now may have been alike when new.
        </p>
      )}
      <div className={classes.buttons}>
        <Button onClick={() => begin('full')} autoFocus>
          Begin the check
        </Button>
        <Button variant="default" onClick={() => begin('short')}>
          Five features, two minutes
        </Button>
        <Button variant="subtle" onClick={() => navigate(`/pairs/${pair.tag}/measure`)}>
          Not now
        </Button>
        <Button variant="subtle" onClick={() => navigate(`/pairs/${pair.tag}/walk`)}>
          Walk along the shoe
        </Button>
      </div>
    </div>
  );
}

/** Insoles and laces that are in the pair by name. */
const PlacedWords = ({ placed }: { placed: readonly string[] }) => (
  <>
    <Link to="/fit/insoles">{placed.join(', ')}</Link> in it
  </>
);

/** What the edition is for: the strictest tolerances of its uses stand. */
const UseChoice = memo(function UseChoice({ record }: { record: MatchRecord }) {
  const set = useChange('setUses');
  const { id, uses } = record.edition;
  return (
    <div className={classes.terms}>
      <UseField
        label="Tolerances for"
        uses={uses}
        error={set.error?.message}
        onChange={(said) => set.mutate({ params: { id }, body: { uses: said } })}
      />
      <Link to="/lab/tolerances">change</Link>
    </div>
  );
});

const KEYS: [key: string, says: string][] = [
  ['Enter', 'record, go on'],
  ['Space', 'take live'],
  ['\\', 'other shoe'],
  ['[', 'previous'],
  [']', 'next'],
  ['⌫', 'correct last'],
  ['v', 'void'],
  ['e', 'by eye'],
  ['d', 'decide'],
];

const toDecision = () => document.querySelector<HTMLElement>('#decide button')?.focus();
/** To the first thing that was not looked at yet. */
const toSights = () =>
  document.querySelector<HTMLElement>('[data-sight]:not([data-state]) button')?.focus();

function CheckBench({
  record,
  lab,
  bench,
}: {
  record: MatchRecord;
  lab: Lab;
  bench: Check & { check: BenchCheck };
}) {
  const { openHelp } = useOutletContext<ShellContext>();
  const name = useChange('nameMatchFeature');
  const { check, found } = bench;
  const entry = useMatchEntry(bench, record.pair, lab, {
    onHelp: openHelp,
    onDecide: toDecision,
    onSights: toSights,
  });
  const subject = useMemo(
    () => ({ subjectKind: 'match' as const, subjectId: check.id }),
    [check.id],
  );
  const { pair, edition } = record;
  const placed = record.placed.at[check.id] ?? record.placed.now;
  if (!found) return null;
  const taken = found.judgements.filter((one) => one.verdict !== 'not taken').length;
  const decision = <Decision record={record} bench={bench} check={check} found={found} />;
  return (
    <div className={classes.page}>
      <header className={classes.top}>
        <h1>Are these two shoes the same?</h1>
        <span className="soft">
          {pair.tag} {editionName(edition)}, {nameLabel(pair.label)}
          {pair.replaces && (
            <>
              , sent for <Link to={`/pairs/${pair.replaces}/match`}>{pair.replaces}</Link>
            </>
          )}{' '}
          · {taken} of {found.asked.length} features
          {check.kind === 'short' ? ', short check' : ''}
          {bench.earlier.length > 0 && ` · check ${bench.earlier.length + 1}`}
          {placed.length > 0 && (
            <>
              {' '}
              · <PlacedWords placed={placed} />
            </>
          )}
        </span>
        <UseChoice record={record} />
      </header>
      <div>
        <Ladder
          bench={bench}
          label={pair.label}
          names={record.names}
          entry={entry}
          onName={(feature, text) =>
            name.mutate({ params: { id: edition.modelId }, body: { feature, name: text } })
          }
          onLeaveOut={(feature) => bench.see({ skipped: { [feature]: true } })}
        />
        <LookedAt
          sights={check.seen.sights}
          contradicted={contradictedSights(found.judgements)}
          disabled={check.decision !== null}
          onSee={bench.see}
        />
        {!check.decision && (
          <p className={classes.keys}>
            {KEYS.map(([key, says]) => (
              <span key={key}>
                <Kbd size="xs">{key}</Kbd> {says}
              </span>
            ))}
          </p>
        )}
      </div>
      <div className={classes.side}>
        {check.decision && decision}
        <MatchViews judgements={found.judgements} name={pair.tag.toLowerCase()} />
        <Findings found={found} />
        {!check.decision && decision}
        <HoldAgainst tag={pair.tag} />
        <CheckSlip bench={bench} check={check} names={record.names} />
        <Photographs subject={subject} />
      </div>
    </div>
  );
}

function MatchBench({ record, lab }: { record: MatchRecord; lab: Lab }) {
  const bench = useCheck(record, lab);
  const { check } = bench;
  return check ? (
    <CheckBench key={check.id} record={record} lab={lab} bench={{ ...bench, check }} />
  ) : (
    <Intro record={record} bench={bench} />
  );
}

/** Match: are the two shoes of the pair on the bench the same, and if not, why? */
export function MatchPage() {
  const { tag = '' } = useParams();
  const match = useMatch(tag);
  const lab = useLab();
  useEffect(() => {
    if (match.data) putOnBench(match.data.pair.tag);
  }, [match.data]);
  if (match.isError && !match.data) return <PageFault error={match.error} />;
  if (!match.data || !lab.data) return null;
  return <MatchBench key={match.data.pair.id} record={match.data} lab={lab.data} />;
}
