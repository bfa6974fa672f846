import { Button, Kbd } from '@mantine/core';
import type { Instrument } from '#contract/lab-records.ts';
import type { LiveGauge } from '#contract/live-gauges.ts';
import { withUnit, writeNumber } from '#core/sizing/number-words.ts';
import classes from './LiveFigure.module.css';

const STATE_WORDS: Record<LiveGauge['state'], string> = {
  reaching: 'reaching for it',
  lost: 'not reached',
  silent: 'silent',
  moving: 'moving',
  steady: 'steady',
  conflict: 'two of one name',
};

/** Digits after the decimal mark that a step of the indication needs. */
const stepDecimals = (step: number) => Math.max(0, Math.ceil(-Math.log10(step) - 1e-9));

/** The live figure of the gauge in the hand, whether it is steady, and the key that takes it. */
export function LiveFigure({
  live,
  instrument,
  onTake,
}: {
  live: LiveGauge | undefined;
  instrument: Instrument | undefined;
  onTake: () => void;
}) {
  if (!instrument || !live) return null;
  const fresh = live.state === 'steady' || live.state === 'moving';
  return (
    <div className={classes.live} data-state={live.state}>
      <Button
        size="xs"
        variant={live.state === 'steady' ? 'filled' : 'default'}
        onClick={onTake}
        title="Key: Space"
      >
        Take live reading <Kbd ml={6}>Space</Kbd>
      </Button>
      <span className={`figure ${classes.value}`} data-testid="live-value">
        {fresh && live.value !== null
          ? withUnit(writeNumber(live.value, stepDecimals(instrument.resolution)), live.unit)
          : '–'}
      </span>
      <span className={classes.state} data-testid="live-state">
        {live.name}: <strong>{STATE_WORDS[live.state]}</strong>
        {!fresh && live.says && <span className={classes.says}>{live.says}</span>}
      </span>
    </div>
  );
}
