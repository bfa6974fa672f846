import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { v7 as newId } from 'uuid';
import {
  type FIT_DECISIONS,
  type FitOfPair,
  SOCKS,
  TRY_ON_INSOLES,
} from '#contract/fit-records.ts';
import {
  daysUntil,
  EYELET_ROWS,
  FOOT_PLACES,
  FOOTBEDS_AGAINST,
  HEEL_HOLDS,
  LACE_PULLS,
  PAINS,
  SORE_PLACES,
  TOE_ROOMS,
  TRY_ON_AFTER,
  toeRoomOf,
  tryOnWith,
} from '#core/fit/try-on.ts';
import { outcomeWords, tryOnVerdict } from '#core/fit/try-on-verdict.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { useChange, useFit, useLab } from '../api/queries.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { returnWords } from '../shell/return-words.ts';
import { Choice } from './Choice.tsx';
import classes from './FitPage.module.css';
import { FootDrawing } from './FootDrawing.tsx';
import { changesBetween, type Draft, useDraft, widthWord } from './try-on-draft.ts';

type Answers = Draft['answers'];
type SorePlace = (typeof SORE_PLACES)[number];
type Decision = (typeof FIT_DECISIONS)[number];

const asWords = <T extends string>(words: readonly T[]) =>
  words.map((word) => [word, word] as const);
const YES = [
  [true, 'yes'],
  [false, 'no'],
] as const;
const WIDTHS = [-2, -1, 0, 1, 2].map((width) => [width, widthWord(width)] as const);

/** A length in mm that was measured with a ruler; nothing typed is not measured. */
function Millimetres({
  label,
  value,
  most,
  onChange,
}: {
  label: string;
  value: number | undefined;
  most: number;
  onChange: (value: number | undefined) => void;
}) {
  const [typed, setTyped] = useState(value === undefined ? '' : String(value));
  const number = Number(typed.replace(',', '.'));
  const isOdd = typed.trim() !== '' && !(Number.isFinite(number) && Math.abs(number) <= most);
  return (
    <TextInput
      size="xs"
      w={84}
      label={label}
      inputMode="decimal"
      value={typed}
      error={isOdd ? `a length in mm, up to ${most}` : undefined}
      onChange={(event) => {
        const text = event.currentTarget.value;
        setTyped(text);
        const length = Number(text.replace(',', '.'));
        onChange(
          text.trim() !== '' && Number.isFinite(length) && Math.abs(length) <= most
            ? length
            : undefined,
        );
      }}
    />
  );
}

/** Who tries it on, in what; a tester who has no code yet is given one here. */
function Wearer({ draft, change }: { draft: Draft; change: (more: Partial<Draft>) => void }) {
  const lab = useLab();
  const add = useChange('addPerson');
  const [code, setCode] = useState('');
  const testers = (lab.data?.people ?? []).filter(({ role }) => role === 'tester');
  return (
    <div className={classes.wearer}>
      <NativeSelect
        size="xs"
        label="Tried on by"
        data={[
          { value: '', label: 'choose' },
          ...testers.map((person) => ({ value: person.code, label: person.code })),
        ]}
        value={draft.tester}
        onChange={(event) => change({ tester: event.currentTarget.value })}
      />
      <TextInput
        size="xs"
        w={110}
        label="or a new tester"
        placeholder="code"
        maxLength={20}
        value={code}
        error={add.error?.message}
        onChange={(event) => setCode(event.currentTarget.value)}
        onKeyDown={(event) => {
          const typed = code.trim();
          if (event.key !== 'Enter' || typed === '') return;
          add.mutate(
            { body: { id: newId(), code: typed, role: 'tester' } },
            {
              onSuccess: () => {
                change({ tester: typed });
                setCode('');
              },
            },
          );
        }}
      />
      <NativeSelect
        size="xs"
        label="Sock"
        data={[...SOCKS]}
        value={draft.sock ?? 'usual'}
        onChange={(event) => change({ sock: event.currentTarget.value as Draft['sock'] })}
      />
      <NativeSelect
        size="xs"
        label="Insole"
        data={[...TRY_ON_INSOLES]}
        value={draft.insole ?? 'original'}
        onChange={(event) => change({ insole: event.currentTarget.value as Draft['insole'] })}
      />
    </div>
  );
}

/** The questions, in the order of the hand: every answer may be left out. */
function Questions({
  answers,
  answer,
}: {
  answers: Answers;
  answer: (more: Partial<Answers>) => void;
}) {
  const sore = answers.sore ?? [];
  const toggle = (place: SorePlace) =>
    answer({ sore: sore.includes(place) ? sore.filter((one) => one !== place) : [...sore, place] });
  return (
    <>
      <div className={classes.pair}>
        <Choice
          asks="Room before the longest toe"
          answers={asWords(TOE_ROOMS)}
          value={answers.toeRoom}
          onChange={(toeRoom) => answer({ toeRoom })}
        />
        <Millimetres
          label="or mm"
          value={answers.toeGapMm}
          most={80}
          onChange={(toeGapMm) => answer({ toeGapMm })}
        />
      </div>
      <div className={classes.pair}>
        <Choice
          asks="The heel lifts"
          answers={asWords(HEEL_HOLDS)}
          value={answers.heel}
          onChange={(heel) => answer({ heel })}
        />
        <Millimetres
          label="or mm"
          value={answers.heelMm}
          most={80}
          onChange={(heelMm) =>
            answer({ heelMm: heelMm === undefined ? undefined : Math.abs(heelMm) })
          }
        />
      </div>
      {FOOT_PLACES.map((place) => (
        <Choice
          key={place}
          asks={`Width at the ${place}`}
          answers={WIDTHS}
          value={answers.width?.[place]}
          onChange={(width) => answer({ width: { ...answers.width, [place]: width } })}
        />
      ))}
      <fieldset className={`${classes.choice} ${classes.wide}`}>
        <legend>Sore</legend>
        {SORE_PLACES.map((place) => (
          <button
            key={place}
            type="button"
            aria-pressed={sore.includes(place)}
            onClick={() => toggle(place)}
          >
            {place}
          </button>
        ))}
      </fieldset>
      <Choice
        asks="Toes touch on a quick stop"
        answers={YES}
        value={answers.toesTouch}
        onChange={(toesTouch) => answer({ toesTouch })}
      />
      <Choice
        asks="Laces are pulled"
        answers={asWords(LACE_PULLS)}
        value={answers.pull}
        onChange={(pull) => answer({ pull })}
      />
      <Choice
        asks="The rows of eyelets"
        answers={asWords(EYELET_ROWS)}
        value={answers.rows}
        onChange={(rows) => answer({ rows })}
      />
      <Choice
        asks="After"
        answers={asWords(TRY_ON_AFTER)}
        value={answers.after}
        onChange={(after) => answer({ after })}
      />
      <Choice
        asks="Pain"
        answers={asWords(PAINS)}
        value={answers.pain}
        onChange={(pain) => answer({ pain })}
      />
      <details className={classes.wide}>
        <summary>More: laces, the footbed beside a known one, worn outside</summary>
        <div className={classes.questions}>
          <Choice
            asks="Laces were let out for the toes"
            answers={YES}
            value={answers.lacesLetOut}
            onChange={(lacesLetOut) => answer({ lacesLetOut })}
          />
          <Choice
            asks="Top eyelet used"
            answers={YES}
            value={answers.topEyeletUsed}
            onChange={(topEyeletUsed) => answer({ topEyeletUsed })}
          />
          <div className={classes.pair}>
            <Choice
              asks="Its footbed beside that of a shoe that fits"
              answers={asWords(FOOTBEDS_AGAINST)}
              value={answers.footbed}
              onChange={(footbed) => answer({ footbed })}
            />
            <Millimetres
              label="gap before it, mm"
              value={answers.insoleGapMm}
              most={80}
              onChange={(insoleGapMm) =>
                answer({
                  insoleGapMm: insoleGapMm === undefined ? undefined : Math.abs(insoleGapMm),
                })
              }
            />
          </div>
          <Choice
            asks="An eyelet fewer than usual is used"
            answers={YES}
            value={answers.eyeletsFewer}
            onChange={(eyeletsFewer) => answer({ eyeletsFewer })}
          />
          <Choice
            asks="Worn outside, and the shop takes it back no more"
            answers={YES}
            value={answers.wornOutside}
            onChange={(wornOutside) => answer({ wornOutside })}
          />
        </div>
      </details>
    </>
  );
}

/** Try-ons that were kept, the latest first, with what changed since the one before. */
function Before({ tryOns }: { tryOns: FitOfPair['tryOns'] }) {
  const withdraw = useChange('withdrawTryOn');
  if (tryOns.length === 0) return null;
  return (
    <section aria-label="Try-ons before">
      <h2>Tried on before</h2>
      <ol className={classes.before}>
        {tryOns.map((tryOn, at) => {
          const earlier = tryOns
            .slice(at + 1)
            .find((one) => one.withdrawn === null && one.tester === tryOn.tester);
          const changes = earlier ? changesBetween(earlier, tryOn) : [];
          return (
            <li key={tryOn.id} className={tryOn.withdrawn === null ? undefined : classes.withdrawn}>
              <strong>{tryOn.words}</strong>{' '}
              <span className="soft">
                {dayjs(tryOn.at).format('D MMM YYYY')}, {tryOn.tester}, sock {tryOn.sock}, insole{' '}
                {tryOn.insole}
                {tryOn.withdrawn !== null && `; withdrawn: ${tryOn.withdrawn}`}
              </span>
              <p>{tryOn.verdict.reasons.map(({ verdict }) => verdict).join('; ')}.</p>
              {changes.length > 0 && (
                <p>
                  Since {dayjs(earlier?.at).format('D MMM')}: {changes.join(', ')}.
                </p>
              )}
              {tryOn.withdrawn === null && (
                <Button
                  size="compact-xs"
                  variant="subtle"
                  aria-label={`Withdraw the try-on of ${tryOn.tester}, ${dayjs(tryOn.at).format('D MMM YYYY')}`}
                  onClick={() =>
                    withdraw.mutate({
                      params: { id: tryOn.id },
                      body: { reason: 'withdrawn at the bench' },
                    })
                  }
                >
                  withdraw
                </Button>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

function TryOnPage({ fit }: { fit: FitOfPair }) {
  const { pair, edition, cautions } = fit;
  const { draft, change, answer, drop } = useDraft(pair.tag);
  const keep = useChange('addTryOn');
  const id = useRef(newId());
  const [kept, setKept] = useState('');
  const { answers, tried = [] } = draft;
  const terms = {
    label: pair.label,
    labelWidth: pair.width,
    ...(fit.made.length > 0 ? { made: fit.made } : {}),
    matchFailed: fit.matchFailed,
    daysLeft: daysUntil(pair.returnBy, dayjs().format('YYYY-MM-DD')),
    use: fit.use,
  };
  const { sock = 'usual', insole = 'original' } = draft;
  const asked = tryOnWith({ answers, sock, insole }, terms);
  const verdict = tryOnVerdict(asked);
  const [leading] = verdict.reasons;
  const wasTried = (what: string) => tried.find((one) => one.what === what);
  const sore = answers.sore ?? [];
  const decide = (decided: Decision) =>
    keep.mutate(
      {
        params: { id: pair.id },
        body: {
          ...draft,
          id: id.current,
          wornKm: pair.wornKm,
          decided: decided === verdict.outcome ? '' : decided,
        },
      },
      {
        onSuccess: ({ words }) => {
          id.current = newId();
          drop();
          setKept(`Kept: ${words}.`);
        },
      },
    );
  const decisions: [Decision, string][] = [
    ['keep', 'Keep it'],
    ['swap', verdict.swapFor ? outcomeWords({ ...verdict, outcome: 'swap' }) : 'Swap it'],
    ['let go', 'Let it go'],
    ['open', 'Leave it open'],
  ];
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>
          Does it fit?{' '}
          <span className="soft">
            {pair.tag} {edition.name}, {nameLabel(pair.label)} {pair.width}
          </span>
        </h1>
        {draft.tester && <Link to={`/testers/${draft.tester}`}>The feet of {draft.tester}</Link>}
        <Link to={`/fit/labels?to=${edition.slug}`}>From a label that fits</Link>
        <Link to={`/editions/${edition.slug}/line`}>Other builds and versions</Link>
      </header>
      <div className={classes.columns}>
        <section aria-label="The try-on" className={classes.questions}>
          <Wearer draft={draft} change={change} />
          <Questions key={kept} answers={answers} answer={answer} />
        </section>
        <a href="#comes-to" className={classes.bar}>
          {outcomeWords(verdict)}: {leading?.verdict}
        </a>
        <section aria-label="What it comes to" id="comes-to">
          <p className="soft">
            {returnWords(pair.returnBy)}
            {fit.made.length === 0 && ' Sizes made are not known: what a swap would be is a guess.'}
          </p>
          <h2 className={classes.said} aria-live="polite">
            {leading?.verdict.charAt(0).toUpperCase()}
            {leading?.verdict.slice(1)}.
          </h2>
          {verdict.reasons.length > 1 && (
            <p>
              Besides:{' '}
              {verdict.reasons
                .slice(1)
                .map((reason) => reason.verdict)
                .join('; ')}
              .
            </p>
          )}
          <FootDrawing
            sore={sore}
            room={toeRoomOf(asked)}
            gapMm={answers.toeGapMm}
            onSore={(place) =>
              answer({
                sore: sore.includes(place) ? sore.filter((one) => one !== place) : [...sore, place],
              })
            }
          />
          {verdict.next.length > 0 && (
            <>
              <h2>
                Try next <span className="soft">the leading remedy, then the cheapest</span>
              </h2>
              <ol className={classes.next}>
                {verdict.next.map(({ what, why, label, width }) => {
                  const step = wasTried(what);
                  return (
                    <li key={what} data-tried={step !== undefined}>
                      <span>
                        <strong>{what}</strong>
                        {label && (
                          <span className="figure">
                            {' '}
                            {nameLabel(label)} {width}
                          </span>
                        )}
                        <span className={classes.why}>{step ? 'tried: it did not help' : why}</span>
                      </span>
                      <Button
                        size="compact-xs"
                        variant="default"
                        aria-label={step ? `Not tried yet: ${what}` : `Tried, no help: ${what}`}
                        onClick={() =>
                          change({
                            tried: step
                              ? tried.filter((one) => one.what !== what)
                              : [...tried, { what, helped: false }],
                          })
                        }
                      >
                        {step ? 'not yet' : 'no help'}
                      </Button>
                    </li>
                  );
                })}
              </ol>
            </>
          )}
          {cautions.map((caution) => (
            <p key={caution} className="soft">
              {caution}
            </p>
          ))}
          <p>
            By the rules: <strong>{outcomeWords(verdict)}</strong>. A person decides:
          </p>
          <div className={classes.decide}>
            {decisions.map(([decision, words]) => (
              <Button
                key={decision}
                variant={decision === verdict.outcome ? 'filled' : 'default'}
                disabled={draft.tester === ''}
                loading={keep.isPending}
                onClick={() => decide(decision)}
              >
                {words}
              </Button>
            ))}
            <Button
              variant="subtle"
              size="xs"
              disabled={draft.tester === ''}
              onClick={() => decide('')}
            >
              Keep the answers, as the rules say
            </Button>
          </div>
          {draft.tester === '' && <p className="soft">Say first who tries it on.</p>}
          <p role="status">{kept}</p>
          {keep.isError && (
            <p role="alert" className="look-here">
              {keep.error.message} What was answered is kept.
            </p>
          )}
          <Before tryOns={fit.tryOns} />
        </section>
      </div>
    </div>
  );
}

/** Fit: a pair tried on, judged by the rules, decided by a person. */
export function FitPage() {
  const { tag = '' } = useParams();
  const fit = useFit(tag);
  if (fit.isError && !fit.data) return <PageFault error={fit.error} />;
  return fit.data ? <TryOnPage key={fit.data.pair.id} fit={fit.data} /> : null;
}
