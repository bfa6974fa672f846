import { Button } from '@mantine/core';
import dayjs from 'dayjs';
import { Link, useParams } from 'react-router';
import type { WearOfPair } from '#contract/wear-records.ts';
import { WEAR_CHECK } from '#core/catalogue/protocol.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import { wearAnswerName } from '#core/wording/wear-sentences.ts';
import { useChange, useLab, useWear } from '../api/queries.ts';
import { WearFan } from '../drawing/WearFan.tsx';
import { WornSole } from '../drawing/WornSole.tsx';
import { Says } from '../kit/Says.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { Taps } from '../shell/Taps.tsx';
import { DecisionForm, SignsForm, TotalForm } from './LookForms.tsx';
import { OutingForm } from './OutingForm.tsx';
import { OutingList } from './OutingList.tsx';
import { PicturesSinceNew } from './PicturesSinceNew.tsx';
import { RouteFiles } from './RouteFiles.tsx';
import { WearLinks } from './WearLinks.tsx';
import classes from './WearPage.module.css';
import { WornQuantities } from './WornQuantities.tsx';

const day = (iso: string) => dayjs(iso).format('D MMM YYYY');
const kilometres = (km: number) => `${km.toFixed(0)}\u00a0km`;
const REASON = { reason: 'withdrawn at the bench' };

/** Signs of wear and of good condition, face to face. */
function Faces({ wear }: { wear: WearOfPair }) {
  const { judged, zones, km } = wear;
  const low = zones.filter(({ limit, points }) => {
    const left = points.at(-1)?.value;
    return limit !== null && left !== undefined && left < 2 * limit;
  });
  const sides = [
    ['Signs of wear', judged.evidenceFor, low],
    ['Signs of good condition', judged.evidenceAgainst, []],
  ] as const;
  return (
    <div className={classes.faces}>
      {sides.map(([name, signs, zonesLow]) => (
        <section key={name} aria-label={name}>
          <h2>
            {name} <span className="soft">{signs.length + zonesLow.length}</span>
          </h2>
          {signs.length + zonesLow.length === 0 ? (
            <p className="soft">None noted{km > 0 ? '' : ': the pair was not worn yet'}.</p>
          ) : (
            <ul>
              {signs.map(({ words, practice }) => (
                <li key={textOf(words)}>
                  <Says words={words} />
                  {practice && (
                    <span className={classes.says}>
                      <Says words={practice} />
                    </span>
                  )}
                </li>
              ))}
              {zonesLow.map((zone) => (
                <li key={zone.name}>
                  {zone.name}: {zone.words}
                </li>
              ))}
            </ul>
          )}
        </section>
      ))}
    </div>
  );
}

/** One line of what was said, that can be withdrawn. */
function Withdrawable({
  words,
  label,
  withdrawn,
  onWithdraw,
}: {
  words: string;
  label: string;
  withdrawn: string | null;
  onWithdraw: () => void;
}) {
  return (
    <li className={withdrawn === null ? undefined : classes.withdrawn}>
      {words}{' '}
      {withdrawn === null && (
        <Button
          size="compact-xs"
          variant="subtle"
          aria-label={`Withdraw ${label}`}
          onClick={onWithdraw}
        >
          withdraw
        </Button>
      )}
    </li>
  );
}

/** Looks, totals and decisions, the latest first. */
function Said({ wear }: { wear: WearOfPair }) {
  const look = useChange('withdrawWearCheck');
  const total = useChange('withdrawOdometer');
  const decision = useChange('withdrawWearDecision');
  const { checks, odometers, decisions } = wear;
  if (checks.length + odometers.length + decisions.length === 0) return null;
  return (
    <section aria-label="Said before">
      <h2>Said before</h2>
      <ul className={classes.list}>
        {decisions.map(({ id, on, km, answer, why, person, withdrawn }) => (
          <Withdrawable
            key={id}
            label={`the decision of ${day(on)}`}
            words={`${day(on)}, ${kilometres(km)}: ${textOf(wearAnswerName(answer))}, decided by ${person}${why ? `: ${why}` : ''}`}
            withdrawn={withdrawn}
            onWithdraw={() => decision.mutate({ params: { id }, body: REASON })}
          />
        ))}
        {checks.map(({ id, at, km, signs, person, placed, withdrawn }) => (
          <Withdrawable
            key={id}
            label={`the look of ${day(at)}`}
            words={`${day(at)}, ${kilometres(km)}, ${[person, ...placed].join(', ')}: ${signs.join('; ') || 'nothing seen'}`}
            withdrawn={withdrawn}
            onWithdraw={() => look.mutate({ params: { id }, body: REASON })}
          />
        ))}
        {odometers.map(({ id, on, km, u, withdrawn }) => (
          <Withdrawable
            key={id}
            label={`the total of ${day(on)}`}
            words={`${day(on)}: ${kilometres(km)} in all${u > 0 ? ` ± ${u.toFixed(0)}` : ''}`}
            withdrawn={withdrawn}
            onWithdraw={() => total.mutate({ params: { id }, body: REASON })}
          />
        ))}
      </ul>
    </section>
  );
}

/** When it is looked at next: at its pace, on which day. */
function lookWords({ by, at, now, on }: WearOfPair['nextLook']): string {
  const where = `${at.toFixed(0)} ${by}`;
  if (now >= at) return `a look is due since ${where}`;
  return `look again at ${where}${on ? `, about ${dayjs(on).format('ddd D MMM')}` : ''}`;
}

/** Testers that it is given to: on their phones it stands among their pairs. */
function Wearers({ wear }: { wear: WearOfPair }) {
  const give = useChange('giveToTester');
  const lab = useLab();
  const testers = (lab.data?.people ?? []).filter(({ role }) => role === 'tester');
  if (testers.length === 0) return null;
  return (
    <div className={classes.wearers}>
      <Taps
        asks="Given to, for outings from their phones"
        answers={testers.map(({ code }) => [code, code] as const)}
        isPressed={(code) => wear.wearers.includes(code)}
        onTap={(tester) =>
          give.mutate({
            params: { id: wear.pair.id },
            body: { tester, given: !wear.wearers.includes(tester) },
          })
        }
      />
      <Link to="/lab/hall">Links for phones</Link>
    </div>
  );
}

/** What testers say of it besides their outings. */
function Notes({ wear: { notes } }: { wear: WearOfPair }) {
  if (notes.length === 0) return null;
  return (
    <section aria-label="Said by testers">
      <h2>Said by testers</h2>
      <ul className={classes.list}>
        {notes.map(({ id, tester, at, words }) => (
          <li key={id}>
            {words} <span className="soft">{`${tester}, ${day(at)}`}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Worn({ wear }: { wear: WearOfPair }) {
  const { pair, edition, km, u, faults, judged, zones, first, breakIns, nextLook } = wear;
  const [decision] = wear.decisions.filter(({ withdrawn }) => withdrawn === null);
  const lab = useLab();
  const check = lab.data?.protocols.find(({ name, retired }) => name === WEAR_CHECK && !retired);
  const [latest] = wear.outings;
  const noted = wear.checks.filter((one) => one.withdrawn === null).flatMap(({ signs }) => signs);
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>
          How much is left?{' '}
          <span className="soft">
            {pair.tag} {edition.name}, {nameLabel(pair.label)} · {kilometres(km)}
            {u >= 0.5 && ` ± ${(2 * u).toFixed(0)}`}
          </span>
        </h1>
        <Link to={`/pairs/${pair.tag}/measure${check ? `?protocol=${check.id}` : ''}`}>
          Measure this check
        </Link>
        <WearLinks />
      </header>
      {faults.map((fault) => (
        <p key={fault} className="look-here">
          {fault}
        </p>
      ))}
      <div className={classes.columns}>
        <div>
          {zones.length > 0 ? (
            <div className={classes.drawn}>
              <WornSole zones={zones} />
              <WearFan
                name={`wear-${pair.tag.toLowerCase()}`}
                zones={zones}
                leading={first?.first}
                km={km}
              />
            </div>
          ) : (
            <p className="soft">
              No tread was measured yet. Measured new and at each check, its zones are drawn here
              with the distance at which they will be through.
            </p>
          )}
          {zones.length > 0 && (
            <p className="soft">
              {first
                ? `First through: ${[first.first, ...first.with].join(', or ')}.`
                : 'Too little wear to tell which zone is through first.'}{' '}
              The fan holds four of five new readings.
            </p>
          )}
          <Faces wear={wear} />
          <WornQuantities wear={wear} />
          <h2>An outing</h2>
          <Wearers wear={wear} />
          <OutingForm pairId={pair.id} tester={latest?.tester ?? ''} />
          <RouteFiles wear={wear} />
          <OutingList wear={wear} />
        </div>
        <section aria-label="What the signs mean">
          <p className="soft">What the signs mean</p>
          <h2 className={classes.said} aria-live="polite">
            <Says words={judged.words} />
          </h2>
          {wear.tips.length > 0 && (
            <p>
              <strong>What would change this</strong>{' '}
              {wear.tips.map(({ when, answer }, index) => (
                <span key={textOf(when)}>
                  {index > 0 && ', '}
                  <Says words={when} /> (<Says words={wearAnswerName(answer)} />)
                </span>
              ))}
              . <span className="soft">Common practice.</span>
            </p>
          )}
          {decision && (
            <p>
              Decided on {day(decision.on)}:{' '}
              <strong>
                <Says words={wearAnswerName(decision.answer)} />
              </strong>
              {decision.why && `, ${decision.why}`}.
            </p>
          )}
          {judged.cautions.map((caution) => (
            <p key={textOf(caution)} className="look-here">
              <Says words={caution} />
            </p>
          ))}
          <DecisionForm key={judged.answer} pairId={pair.id} judged={judged.answer} />
          <h2>A look at it</h2>
          <SignsForm pairId={pair.id} before={noted} />
          <PicturesSinceNew pair={pair} />
          <h2>Meanwhile</h2>
          <ul className={classes.list}>
            <li className={nextLook.now >= nextLook.at ? 'look-here' : undefined}>
              {lookWords(nextLook)}
            </li>
            <li>
              rated for {wear.ratedLifeKm.low.toFixed(0)} to {wear.ratedLifeKm.high.toFixed(0)} km
              {wear.lifeFactors.length > 0 &&
                `, after ${wear.lifeFactors.map(({ subject, factor }) => `${subject} × ${factor}`).join(', ')}`}
            </li>
            <li>foam: {wear.foam || 'not said on its walk'}</li>
            {wear.costPerKm && (
              <li>
                so far {wear.costPerKm.amount.toFixed(2)} {wear.costPerKm.currency} a km
              </li>
            )}
            {breakIns.map(({ tester, words }) => (
              <li key={tester}>
                {tester} comfortable after: {words}
              </li>
            ))}
            <li>
              <Link to={`/editions/${edition.slug}/life`}>how long this edition lasts</Link>
            </li>
            {[...new Set(wear.outings.map(({ tester }) => tester))].slice(0, 3).map((tester) => (
              <li key={tester}>
                <Link to={`/testers/${tester}/rotation`}>{tester}: which pair tomorrow</Link>
              </li>
            ))}
            {wear.care.map((advice) => (
              <li key={textOf(advice)}>
                <Says words={advice} />
              </li>
            ))}
            {wear.testersDiffer && <li>Testers differ in how long it takes to open up.</li>}
          </ul>
          <TotalForm pairId={pair.id} />
          <Notes wear={wear} />
          <Said wear={wear} />
          {wear.cautions.map((caution) => (
            <p key={caution} className="soft">
              {caution}
            </p>
          ))}
        </section>
      </div>
    </div>
  );
}

/** Wear: how far a pair went, what is left of it, and whether it goes on. */
export function WearPage() {
  const { tag = '' } = useParams();
  const wear = useWear(tag);
  if (wear.isError && !wear.data) return <PageFault error={wear.error} />;
  return wear.data ? <Worn key={wear.data.pair.id} wear={wear.data} /> : null;
}
