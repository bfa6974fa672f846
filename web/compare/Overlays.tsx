import { NativeSelect } from '@mantine/core';
import { useState } from 'react';
import type { Comparison } from '#contract/sheet-records.ts';
import { lastLength } from '#core/sizing/size-label.ts';
import { OverlaidPlans } from '../drawing/OverlaidPlans.tsx';
import { OverlaidProfiles } from '../drawing/OverlaidProfiles.tsx';

const VIEWS = ['from the side', 'soles from above', 'insoles from above'] as const;
type View = (typeof VIEWS)[number];

/** Quantities of an outline from above; what nobody took is drawn from the others. */
const OUTLINES = {
  'soles from above': {
    heel: 'heel-width',
    midfoot: 'midfoot-width',
    ball: 'ball-width',
    length: 'outer-length',
  },
  'insoles from above': {
    heel: 'footbed-heel-width',
    midfoot: 'footbed-arch-width',
    ball: 'footbed-ball-width',
    length: 'footbed-length',
  },
} as const;

/** The figure of an edition on the terms compared; undefined where there is none on them. */
export function comparedValue(
  { rows }: Pick<Comparison, 'rows'>,
  quantity: string,
  place: number,
): number | undefined {
  const cell = rows.find((row) => row.quantity === quantity)?.cells[place];
  return cell && cell.terms !== 'not' ? cell.figure?.value : undefined;
}

/** Editions that can be drawn from the side: both stacks are known. */
export const drawnProfiles = (comparison: Comparison, places: readonly number[]) =>
  places.flatMap((place, index) => {
    const edition = comparison.editions[place];
    const heel = comparedValue(comparison, 'heel-stack', place);
    const forefoot = comparedValue(comparison, 'forefoot-stack', place);
    return edition && heel !== undefined && forefoot !== undefined
      ? [{ key: edition.slug, name: edition.name, heel, forefoot, index }]
      : [];
  });

function drawnPlans(
  comparison: Comparison,
  places: readonly number[],
  view: Exclude<View, 'from the side'>,
) {
  const { heel, midfoot, ball, length } = OUTLINES[view];
  return places.flatMap((place, index) => {
    const edition = comparison.editions[place];
    const value = (quantity: string) => comparedValue(comparison, quantity, place);
    const widths = {
      heel: value(heel),
      midfoot: value(midfoot),
      ball: value(ball),
      length: value(length),
    };
    return edition && widths.ball !== undefined
      ? [{ key: edition.slug, name: edition.name, widths, index }]
      : [];
  });
}

/** Editions laid over each other to scale: from the side, soles or insoles from above. */
export function Overlays({
  comparison,
  places = comparison.editions.map((_, place) => place),
}: {
  comparison: Comparison;
  /** Which editions, in the order of their lines; left out: all. */
  places?: readonly number[];
}) {
  const [view, setView] = useState<View>('from the side');
  const length = lastLength(comparison.label);
  const plans = view === 'from the side' ? [] : drawnPlans(comparison, places, view);
  return (
    <div>
      <NativeSelect
        size="xs"
        w={170}
        aria-label="Drawn"
        value={view}
        data={[...VIEWS]}
        onChange={(event) => setView(event.currentTarget.value as View)}
      />
      {view === 'from the side' && (
        <OverlaidProfiles soles={drawnProfiles(comparison, places)} length={length} />
      )}
      {view !== 'from the side' && plans.length > 0 && (
        <OverlaidPlans
          plans={plans}
          length={length}
          what={view === 'soles from above' ? 'Soles' : 'Insoles'}
        />
      )}
      {view !== 'from the side' && plans.length === 0 && (
        <p className="soft">
          The {view === 'soles from above' ? 'sole width at the ball' : 'footbed width at the ball'}{' '}
          of none of them is known on these terms.
        </p>
      )}
    </div>
  );
}
