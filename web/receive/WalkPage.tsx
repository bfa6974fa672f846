import { Autocomplete, Button, Kbd, SegmentedControl, TextInput } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Walk } from '#contract/construction-records.ts';
import {
  findParts,
  PART_GROUPS,
  SHOE_PARTS,
  type ShoePart,
  UNSEEN,
  WALK_VIEWS,
  type WayKnown,
} from '#core/catalogue/construction.ts';
import type { ClaimedPart } from '#core/claims/claim-tokens.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { useChange } from '../api/queries.ts';
import { useWalkOf } from '../api/record-queries.ts';
import { ShoeDrawing } from '../drawing/ShoeDrawing.tsx';
import { useDraft } from '../kit/draft.ts';
import { putOnBench } from '../shell/bench.ts';
import { MeaningLines } from '../shell/MeaningLines.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { PartLink } from '../shell/PartLink.tsx';
import { UseField } from './UseField.tsx';
import classes from './WalkPage.module.css';
import { useWalk, type WalkState } from './walk.ts';

/** The parts that a claim in words may be of. */
const CLAIMS_OF: Record<ClaimedPart, readonly ShoePart['id'][]> = {
  grade: ['boot-grade'],
  foam: ['foam', 'foam-layers'],
  plate: ['plate', 'shank'],
  compound: ['compound'],
  membrane: ['waterproof'],
};

/** Pictures that tell something later only if they were taken while the shoe was new. */
const PICTURES = ['label', 'side', 'sole', 'insole', 'sidewall'];

/** A number, or a word of one's own. */
function OwnAnswer({
  part,
  start,
  onSay,
  onLeave,
}: {
  part: ShoePart;
  start: string;
  onSay: (answer: string) => void;
  onLeave: () => void;
}) {
  const { tag = '' } = useParams();
  const [{ text }, put, drop] = useDraft(`walk ${tag} ${part.id}`, { text: start });
  const say = () => {
    drop();
    onSay(text.trim());
  };
  const press = (event: KeyboardEvent) => {
    if (event.key === 'Escape') onLeave();
    if (event.key !== 'Enter' || text.trim() === '') return;
    // The same press must not say the next part's answer too.
    event.preventDefault();
    say();
  };
  return (
    <div className={classes.own}>
      <TextInput
        autoFocus
        label={part.most === undefined ? 'In a word of your own' : `A number, 0 to ${part.most}`}
        inputMode={part.most === undefined ? 'text' : 'numeric'}
        maxLength={60}
        value={text}
        onFocus={(event) => event.currentTarget.select()}
        onChange={(event) => put({ text: event.currentTarget.value })}
        onKeyDown={press}
      />
      <Button disabled={text.trim() === ''} onClick={say}>
        Say it <Kbd ml={6}>Enter</Kbd>
      </Button>
    </div>
  );
}

/** The question of the part in hand, with its answers by key. */
function Question({ walk, state }: { walk: Walk; state: WalkState }) {
  const { part, way, saidOf, say } = state;
  const [isOwn, setOwn] = useState(part.most !== undefined);
  const heading = useRef<HTMLHeadingElement>(null);
  const sibling = walk.siblings.find((row) => row.part === part.id);
  const said = saidOf(part.id)[way];
  const answers = part.answers ?? [];
  const offered = way === 'seen' && said === undefined ? sibling : undefined;
  // The hand stands on the sibling's answer: Enter confirms it, once one has looked.
  useEffect(() => {
    if (part.most === undefined && !offered) heading.current?.focus();
  }, [part.most, offered]);
  useHotkeys([
    ...answers.map((answer, at): [string, () => void] => [String(at + 1), () => say(answer)]),
    ['0', () => say(UNSEEN)],
    ['w', () => setOwn(true)],
  ]);
  return (
    <section aria-label={part.name} className={classes.question}>
      <h2 ref={heading} tabIndex={-1}>
        {part.asks}
      </h2>
      <p className="soft">{part.look}</p>
      <div className={classes.answers}>
        {answers.map((answer, at) => (
          <Button
            key={answer}
            variant="default"
            autoFocus={offered?.answer === answer}
            data-said={said === answer}
            aria-pressed={said === answer}
            onClick={() => say(answer)}
          >
            <Kbd mr={8}>{at + 1}</Kbd> {answer}
          </Button>
        ))}
        {offered && !answers.includes(offered.answer) && part.most === undefined && (
          <Button variant="default" autoFocus onClick={() => say(offered.answer)}>
            {offered.answer}
          </Button>
        )}
        {part.most === undefined && (
          <Button variant="default" data-quiet onClick={() => setOwn(true)}>
            <Kbd mr={8}>w</Kbd> own word
          </Button>
        )}
        <Button variant="default" data-quiet onClick={() => say(UNSEEN)}>
          <Kbd mr={8}>0</Kbd> cannot be seen
        </Button>
        {said !== undefined && (
          <Button variant="default" data-quiet onClick={() => say(null)}>
            not looked
          </Button>
        )}
      </div>
      {isOwn && (
        <OwnAnswer
          part={part}
          start={said ?? offered?.answer ?? ''}
          onSay={say}
          onLeave={() => {
            setOwn(false);
            heading.current?.focus();
          }}
        />
      )}
      {state.fault && (
        <p role="alert" className="look-here">
          {state.fault}
        </p>
      )}
      {offered && (
        <p>
          Its sibling {offered.tag} has <strong>{offered.answer}</strong>, seen. Look, then{' '}
          <Kbd>Enter</Kbd> says the same here.
        </p>
      )}
    </section>
  );
}

/** Claims in words about the part: what became of them is said by hand. */
function ClaimsInWords({ walk, part }: { walk: Walk; part: ShoePart }) {
  const mark = useChange('markClaim');
  const claims = walk.claims.filter((claim) => CLAIMS_OF[claim.part].includes(part.id));
  if (claims.length === 0) return null;
  return (
    <ul className={classes.claims}>
      {claims.map((claim) => (
        <li key={claim.id}>
          The maker says “{claim.text}”{claim.source && `, ${claim.source}`}.{' '}
          <SegmentedControl
            size="xs"
            aria-label={`“${claim.text}”`}
            data={[
              { value: '', label: 'open' },
              { value: 'seen', label: 'seen' },
              { value: 'contradicted', label: 'contradicted' },
              { value: 'cannot be seen', label: 'cannot be seen' },
            ]}
            value={claim.mark}
            onChange={(value) =>
              mark.mutate({
                params: { id: claim.id },
                body: { mark: value as typeof claim.mark },
              })
            }
          />
        </li>
      ))}
    </ul>
  );
}

/** Everything that was said, by group: each is gone to from here. */
function SaidSoFar({ walk, state }: { walk: Walk; state: WalkState }) {
  const { order, part, said, saidOf, goTo } = state;
  // As words: a picture of the sidewall is none of the side, one of the insole none of the sole.
  const pictured = new Set(walk.pictures.flatMap((caption) => caption.toLowerCase().split(/\W+/)));
  const isPictured = (word: string) => pictured.has(word);
  const missing = PICTURES.filter((word) => !isPictured(word));
  return (
    <aside className={classes.said} aria-label="Said so far">
      <h2>
        Said so far{' '}
        <span className="soft" role="status">
          {said} of {order.length}
        </span>
      </h2>
      {PART_GROUPS.map((group) => (
        <section key={group} aria-label={group}>
          <h3>{group}</h3>
          <ul>
            {SHOE_PARTS.filter((one) => one.group === group).map((one) => {
              const { seen, stated } = saidOf(one.id);
              const isOtherwise =
                seen !== undefined && stated !== undefined && seen !== UNSEEN && seen !== stated;
              return (
                <li key={one.id}>
                  <button
                    type="button"
                    aria-current={one.id === part.id ? 'step' : undefined}
                    data-known={(seen ?? stated) !== undefined}
                    onClick={() => goTo(one)}
                  >
                    <span aria-hidden="true" className={classes.mark}>
                      {seen !== undefined ? '●' : stated !== undefined ? 's' : '·'}
                    </span>
                    <span>{one.name}</span>
                    <strong>
                      {seen ?? (stated !== undefined ? `${stated}, stated` : 'not looked')}
                    </strong>
                  </button>
                  {isOtherwise && <p className="look-here">seen otherwise: stated {stated}</p>}
                </li>
              );
            })}
          </ul>
        </section>
      ))}
      <section aria-label="Pictures while new">
        <h3>Pictures while new</h3>
        <p>
          {missing.length === 0
            ? 'All taken.'
            : `Not yet: ${missing.join(', ')}. The sidewall tells creases from moulded lines later.`}{' '}
          <Link to={`/pairs/${walk.pair.tag}/receive`}>Add pictures</Link>
        </p>
      </section>
    </aside>
  );
}

function WalkAlong({ walk }: { walk: Walk }) {
  const state = useWalk(walk);
  const { order, part, way, setWay, step, goTo, saidOf, correctLast } = state;
  const setUses = useChange('setUses');
  const [find, setFind] = useState('');
  const field = useRef<HTMLInputElement>(null);
  useHotkeys([
    [']', () => step(1)],
    ['[', () => step(-1)],
    ['s', () => setWay(way === 'seen' ? 'stated' : 'seen')],
    ['Backspace', correctLast],
    ['/', () => field.current?.focus()],
    [
      'v',
      () => {
        const next = WALK_VIEWS[(WALK_VIEWS.indexOf(part.view) + 1) % WALK_VIEWS.length];
        const first = order.find(({ view }) => view === next);
        if (first) goTo(first);
      },
    ],
  ]);
  const found = findParts(find);
  const go = (chosen: ShoePart | undefined) => {
    if (!chosen) return;
    goTo(chosen);
    setFind('');
    field.current?.blur();
  };
  return (
    <div className={classes.page}>
      <div>
        <header className={classes.head}>
          <h1>
            Walk along the shoe{' '}
            <span className="soft">
              <Link to={`/pairs/${walk.pair.tag}/receive`}>{walk.pair.tag}</Link>{' '}
              {walk.edition.name}, {nameLabel(walk.pair.label)}
            </span>
          </h1>
        </header>
        <div className={classes.tools}>
          <SegmentedControl
            size="xs"
            aria-label="View"
            data={[...WALK_VIEWS]}
            value={part.view}
            onChange={(view) => go(order.find((one) => one.view === view))}
          />
          <Autocomplete
            ref={field}
            size="xs"
            w={240}
            aria-label="Go to a part"
            placeholder="/ a part: collar, sockliner, shank …"
            data={[...new Set(found.map(({ name }) => name))]}
            value={find}
            filter={({ options }) => options}
            onChange={setFind}
            onOptionSubmit={(name) => go(found.find((one) => one.name === name))}
            onKeyDown={(event) => {
              if (event.key === 'Escape') field.current?.blur();
              if (event.key !== 'Enter') return;
              event.preventDefault();
              go(found[0]);
            }}
          />
          <SegmentedControl
            size="xs"
            aria-label="How it is known"
            data={[
              { value: 'seen', label: '● as seen' },
              { value: 'stated', label: 's as stated' },
            ]}
            value={way}
            onChange={(value) => setWay(value as WayKnown)}
          />
        </div>
        <ShoeDrawing part={part} onChoose={goTo} />
        <div className={classes.ruler} aria-hidden="true">
          {order.map((one) => {
            const { seen, stated } = saidOf(one.id);
            return (
              <i
                key={one.id}
                data-said={seen !== undefined ? 'seen' : stated !== undefined ? 'stated' : ''}
                data-here={one.id === part.id}
              />
            );
          })}
        </div>
        <Question key={`${part.id} ${way}`} walk={walk} state={state} />
        <ClaimsInWords walk={walk} part={part} />
        <div className={classes.keys}>
          <PartLink part={part.id} words="what it is for" />
          <Button variant="subtle" size="compact-sm" onClick={() => step(-1)}>
            <Kbd mr={6}>[</Kbd> back
          </Button>
          <Button variant="subtle" size="compact-sm" onClick={() => step(1)}>
            <Kbd mr={6}>]</Kbd> skip
          </Button>
          <Button variant="subtle" size="compact-sm" onClick={correctLast}>
            <Kbd mr={6}>⌫</Kbd> correct last
          </Button>
          <span className="soft">Nothing here holds up the receipt.</span>
        </div>
        <UseField
          uses={walk.uses}
          error={setUses.error?.message}
          onChange={(uses) => setUses.mutate({ params: { id: walk.edition.id }, body: { uses } })}
        />
        <MeaningLines meant={walk.meant} edition={walk.edition.slug} />
      </div>
      <SaidSoFar walk={walk} state={state} />
    </div>
  );
}

/** The walk along a shoe: what it is made of, a key an answer, in two minutes or later. */
export function WalkPage() {
  const { tag = '' } = useParams();
  const walk = useWalkOf(tag);
  useEffect(() => {
    if (walk.data) putOnBench(walk.data.pair.tag);
  }, [walk.data]);
  if (walk.isError && !walk.data) return <PageFault error={walk.error} />;
  if (!walk.data) return null;
  return <WalkAlong key={walk.data.pair.id} walk={walk.data} />;
}
