import { Button, NativeSelect, TextInput } from '@mantine/core';
import { memo, useState } from 'react';
import type { MatchLook, MatchSeen } from '#contract/match-records.ts';
import { SIGHT_IDS, SIGHTS, type SightId } from '#core/catalogue/match-features.ts';
import classes from './CheckBench.module.css';

type Sight = NonNullable<MatchSeen['sights'][SightId]>;

/** Where a fault is, and what it looks like; kept when the hand leaves the field. */
function FaultTerms({
  name,
  sight,
  onSight,
}: {
  name: string;
  sight: Sight;
  onSight: (sight: Sight) => void;
}) {
  const [note, setNote] = useState(sight.note);
  return (
    <span className={classes.fault}>
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
        onChange={(event) => setNote(event.currentTarget.value)}
        onBlur={() => {
          if (note !== sight.note) onSight({ ...sight, note });
        }}
      />
    </span>
  );
}

/** What is looked at, not measured: sound or at fault, with where and what. */
export const ByEye = memo(function ByEye({
  seen,
  disabled,
  onSee,
}: {
  seen: MatchSeen;
  disabled: boolean;
  onSee: (look: MatchLook) => void;
}) {
  const { sights } = seen;
  const looked = SIGHT_IDS.filter((id) => sights[id]);
  const set = (id: SightId, sight: Sight | undefined) => onSee({ sights: { [id]: sight ?? null } });
  const allSound = () =>
    onSee({
      sights: Object.fromEntries(
        SIGHT_IDS.filter((id) => !sights[id]).map((id) => [id, { state: 'sound', note: '' }]),
      ),
    });
  return (
    <section aria-label="By eye">
      <div className={classes.sightsTop}>
        <h2 id="by-eye" tabIndex={-1}>
          By eye{' '}
          <span className="soft">
            {looked.length} of {SIGHT_IDS.length} looked at
          </span>
        </h2>
        {!disabled && looked.length < SIGHT_IDS.length && (
          <Button size="compact-xs" variant="default" onClick={allSound}>
            All {looked.length > 0 ? 'else ' : ''}sound
          </Button>
        )}
      </div>
      <ul className={classes.sights}>
        {SIGHT_IDS.map((id) => {
          const sight = sights[id];
          const choose = (state: Sight['state']) =>
            set(id, sight?.state === state ? undefined : { ...(sight ?? { note: '' }), state });
          return (
            <li key={id} data-state={sight?.state}>
              <span>{SIGHTS[id]}</span>
              <span className={classes.states} role="group" aria-label={SIGHTS[id]}>
                {(['sound', 'fault'] as const).map((state) => (
                  <button
                    key={state}
                    type="button"
                    disabled={disabled}
                    aria-pressed={sight?.state === state}
                    onClick={() => choose(state)}
                  >
                    {state}
                  </button>
                ))}
              </span>
              {sight?.state === 'fault' && !disabled && (
                <FaultTerms name={SIGHTS[id]} sight={sight} onSight={(next) => set(id, next)} />
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
});
