import { NativeSelect } from '@mantine/core';
import { Link, useParams } from 'react-router';
import type { SuitsAnswer } from '#contract/choice-records.ts';
import { ruleById, rulesOfUse } from '#core/catalogue/rules-of-uses.ts';
import { limitsOf } from '#core/construction/use-answer.ts';
import { changedRule, type LimitChange } from '#core/limits/lab-limits.ts';
import { textOf } from '#core/wording/sentence.ts';
import { suitabilityName } from '#core/wording/use-sentences.ts';
import { useSuits } from '../api/guide-queries.ts';
import { useThresholds } from '../api/record-queries.ts';
import { RuleDrawingOf } from '../drawing/RuleDrawings.tsx';
import { Says } from '../kit/Says.tsx';
import { useChoices } from '../shell/address.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { useUses } from '../shell/uses.ts';
import { Verdict } from '../shell/Verdict.tsx';
import classes from './Guide.module.css';

type Answer = SuitsAnswer['answers'][number];

/** Where a thing that would tell is taken or said. */
function tellTo({ kind, of }: Answer['wouldTell'][number], tag: string | undefined, slug: string) {
  if (kind === 'part') return tag ? `/pairs/${tag}/walk` : `/guide/shoe/${of}`;
  if (kind === 'made for') return `/editions/${slug}`;
  return tag ? `/pairs/${tag}/measure` : `/guide#${of}`;
}

const DRAWN_BY = {
  tilt: 'tilt-angle',
  'toe under a lever': 'external-toe-height',
  'one plane': 'sole-plane',
} as const;

/** The line that decides a drawing: the lab’s where it drew its own. */
function drawnLimit(
  { rule, draws, use }: Answer,
  changes: readonly LimitChange[],
): number | undefined {
  for (const { tests } of ruleById(rule)?.asks ?? [])
    for (const test of tests)
      if (test.reads === 'figure' && draws && test.of === DRAWN_BY[draws]) {
        const { low, high } = limitsOf(rule, test, use, (subject, of) =>
          changedRule({ changes }, subject, of),
        );
        return low ?? high ?? undefined;
      }
  return undefined;
}

/** One rule answered: its word, what speaks for it and against, what would tell. */
function RuleAnswer({
  answer,
  measures,
  tag,
  slug,
}: {
  answer: Answer;
  measures: SuitsAnswer['measures'];
  tag: string | undefined;
  slug: string;
}) {
  const changes = (useThresholds().data ?? []) as LimitChange[];
  const of = (...marks: string[]) => answer.evidence.filter(({ mark }) => marks.includes(mark));
  const lines = (title: string, evidence: Answer['evidence']) =>
    evidence.length > 0 && (
      <div>
        <h4>{title}</h4>
        <ul>
          {evidence.map(({ words, aspect }) => (
            <li key={textOf(words)}>
              <Says words={words} />
              {aspect && <span className="soft">, {aspect}</span>}
            </li>
          ))}
        </ul>
      </div>
    );
  return (
    <section className={classes.rule} aria-label={answer.name}>
      <div className={classes.drawn}>
        <div>
          <h3>
            {answer.name}:{' '}
            <Verdict word={answer.verdict.word} name={suitabilityName(answer.verdict.word)} />
          </h3>
          <p className="soft">{answer.why}</p>
          <div className={classes.columns}>
            {lines('For', of('for'))}
            {lines('Reservations', of('but'))}
            {lines('Against', of('against'))}
            {lines('Not known', of('open'))}
            {answer.wouldTell.length > 0 && (
              <div>
                <h4>What would decide it</h4>
                <ul>
                  {answer.wouldTell.map((tell) => (
                    <li key={`${tell.kind} ${tell.of}`}>
                      <Link to={tellTo(tell, tag, slug)}>
                        <Says words={tell.words} />
                      </Link>
                    </li>
                  ))}
                </ul>
              </div>
            )}
          </div>
          {answer.aspects.length > 0 && (
            <p className="soft">
              {answer.aspects
                .map(({ aspect, word }) => `${aspect}: ${textOf(suitabilityName(word))}`)
                .join('; ')}
              .
            </p>
          )}
          {answer.caution && (
            <p>
              <strong>Caution:</strong> {answer.caution}
            </p>
          )}
          <p className="soft">{answer.verdict.source}</p>
        </div>
        {answer.draws && (
          <RuleDrawingOf
            draws={answer.draws}
            measures={measures}
            limit={drawnLimit(answer, changes)}
          />
        )}
      </div>
    </section>
  );
}

/** What an edition suits: a use, a ground, and every rule answered. */
export function SuitsPage() {
  const { edition = '' } = useParams();
  const [search, choose] = useChoices({ replace: true });
  const uses = useUses();
  const suits = useSuits(edition, { use: search.get('use') ?? '', aim: search.get('aim') ?? '' });
  if (suits.isError && !suits.data) return <PageFault error={suits.error} />;
  const { data } = suits;
  if (!data) return null;
  const aims = rulesOfUse(data.use, uses)?.aims ?? [];
  const tag = data.pairs[0]?.tag;
  return (
    <>
      <h2>
        Suitability: <Link to={`/editions/${data.edition.slug}`}>{data.edition.name}</Link>
      </h2>
      <div className={classes.answers}>
        <NativeSelect
          size="xs"
          label="Use"
          value={data.use}
          data={[
            ...(data.use === '' ? [{ value: '', label: 'choose' }] : []),
            ...uses.map(({ name }) => name),
          ]}
          onChange={(event) => choose({ use: event.currentTarget.value, aim: '' })}
        />
        <NativeSelect
          size="xs"
          label="On, or for"
          value={data.aim}
          data={[{ value: '', label: 'as it is made for' }, ...aims]}
          onChange={(event) => choose({ aim: event.currentTarget.value })}
        />
      </div>
      <p role="status">
        {data.word ? (
          <>
            For {data.use}
            {data.aim && `, ${data.aim}`}:{' '}
            <Verdict word={data.word} name={suitabilityName(data.word)} />.
          </>
        ) : (
          'Its use is not known. Choose a use.'
        )}
      </p>
      {data.answers.map((answer) => (
        <RuleAnswer
          key={answer.rule}
          answer={answer}
          measures={data.measures}
          tag={tag}
          slug={data.edition.slug}
        />
      ))}
      <p className="soft">
        <Link to={`/guide/uses/${encodeURIComponent(data.use)}`}>The rules and their limits</Link>.
        Nothing is certified here.
      </p>
    </>
  );
}
