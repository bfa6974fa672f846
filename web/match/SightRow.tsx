import { NativeSelect, TextInput } from '@mantine/core';
import { memo } from 'react';
import type { MatchLook, MatchSeen } from '#contract/match-records.ts';
import type { MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { SIGHT_STATES } from '#core/catalogue/match-look.ts';
import {
  SEEN_INSTEAD,
  SIGHT_IDS,
  SIGHTS,
  type SightId,
  sightAnswers,
} from '#core/catalogue/sights.ts';
import { useDraft } from '../kit/draft.ts';
import classes from './Ladder.module.css';

type Sight = NonNullable<MatchSeen['sights'][SightId]>;

/** Where a fault is, and what it looks like; kept when the hand leaves the field. */
function FaultTerms({
  draft,
  name,
  sight,
  onSight,
}: {
  /** Name of what is typed, until it is kept. */
  draft: string;
  name: string;
  sight: Sight;
  onSight: (sight: Sight) => void;
}) {
  const [{ note }, put, drop] = useDraft(draft, { note: sight.note });
  return (
    <span className={classes.faultTerms}>
      <NativeSelect
        size="xs"
        aria-label={`On which shoe: ${name}`}
        data={[
          { value: '', label: 'on …' },
          { value: 'left', label: 'left' },
          { value: 'right', label: 'right' },
          { value: 'both', label: 'both' },
        ]}
        value={sight.side ?? ''}
        onChange={(event) => {
          const side = event.currentTarget.value as Sight['side'] | '';
          const { side: _, ...rest } = sight;
          onSight(side ? { ...rest, side } : rest);
        }}
      />
      <TextInput
        size="xs"
        aria-label={`What is seen: ${name}`}
        placeholder="what is seen"
        maxLength={200}
        value={note}
        onChange={(event) => put({ note: event.currentTarget.value })}
        onBlur={() => {
          if (note !== sight.note) onSight({ ...sight, note });
          drop({ note });
        }}
      />
    </span>
  );
}

/** The features that a look answers for, as long as no gauge does. */
const answeredBy = (id: SightId): MatchFeatureId[] =>
  (Object.keys(SEEN_INSTEAD) as MatchFeatureId[]).filter((one) => SEEN_INSTEAD[one] === id);

/** One thing looked at, beside the part it belongs to. Alike, seen, needs no figure. */
export const SightRow = memo(function SightRow({
  checkId,
  id,
  sight,
  disabled,
  contradictedBy,
  untaken,
  onSee,
}: {
  checkId: string;
  id: SightId;
  sight: Sight | undefined;
  disabled: boolean;
  /** Measurements that are out of tolerance where this look is answered "sound", in words; empty: none. */
  contradictedBy: string;
  /** Features that were not taken, joined by spaces. */
  untaken: string;
  onSee: (look: MatchLook) => void;
}) {
  const { name } = SIGHTS[id];
  const [sound, fault] = sightAnswers(id);
  const words = { sound, fault, 'cannot tell': '?' };
  const choose = (state: Sight['state']) => {
    const next = sight?.state === state ? null : { ...(sight ?? { note: '' }), state };
    const open = answeredBy(id).filter((feature) => untaken.split(' ').includes(feature));
    // What is seen alike is not asked for by gauge; it can still be taken.
    const skipped = Object.fromEntries(open.map((feature) => [feature, next?.state === 'sound']));
    onSee({ sights: { [id]: next }, ...(open.length > 0 ? { skipped } : {}) });
  };
  return (
    <tr className={classes.sight} data-sight={id} data-state={sight?.state}>
      <td />
      <th scope="row">
        {name}
        {sight?.state === 'fault' && !disabled && (
          <FaultTerms
            draft={`sight ${checkId} ${id}`}
            name={name}
            sight={sight}
            onSight={(next) => onSee({ sights: { [id]: next } })}
          />
        )}
        {sight?.state === 'sound' && contradictedBy && (
          <span className="look-here">
            {' '}
            Measured out of tolerance: {contradictedBy}. Look again.
          </span>
        )}
        {sight?.state === 'fault' && disabled && (
          <span className="soft"> {[sight.side, sight.note].filter(Boolean).join(': ')}</span>
        )}
      </th>
      <td />
      <td>
        <span className={classes.states} role="group" aria-label={name}>
          {SIGHT_STATES.map((state) => (
            <button
              key={state}
              type="button"
              disabled={disabled}
              aria-pressed={sight?.state === state}
              aria-label={state === 'cannot tell' ? 'cannot tell' : undefined}
              onClick={() => choose(state)}
            >
              {words[state]}
            </button>
          ))}
        </span>
      </td>
    </tr>
  );
});

/** How much was looked at, and the rest at once. */
export function LookedAt({
  sights,
  contradicted,
  disabled,
  onSee,
}: {
  sights: MatchSeen['sights'];
  /** Looks that a measurement contradicts: each is answered by itself. */
  contradicted: Partial<Record<SightId, string[]>>;
  disabled: boolean;
  onSee: (look: MatchLook) => void;
}) {
  const open = SIGHT_IDS.filter((id) => !sights[id]);
  const plain = open.filter((id) => !contradicted[id]);
  const all = () =>
    onSee({
      sights: Object.fromEntries(plain.map((id) => [id, { state: 'sound' as const, note: '' }])),
    });
  return (
    <p className={classes.lookedAt}>
      <span>
        By eye: {SIGHT_IDS.length - open.length} of {SIGHT_IDS.length} looked at
      </span>
      {!disabled && plain.length > 0 && (
        <button type="button" className="plain-link" onClick={all}>
          All {plain.length < SIGHT_IDS.length ? 'else ' : ''}sound
        </button>
      )}
      {!disabled && plain.length < open.length && (
        <span className="look-here">
          {open
            .filter((id) => contradicted[id])
            .map((id) => SIGHTS[id].name)
            .join(', ')}
          : a measurement is out of tolerance. Answer by looking.
        </span>
      )}
    </p>
  );
}
