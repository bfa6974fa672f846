import { lazy, memo, Suspense } from 'react';
import type { MeasuredQuantityId, Side } from '#core/catalogue/quantities.ts';
import type { QuantityDefinition } from '#core/catalogue/quantity.ts';
import { guessShape, type SoleShape } from '#core/sheet/sole-outline.ts';
import type { PlanStation } from '../drawing/SolePlan.tsx';
import { type ProfileStation, SoleProfile } from '../drawing/SoleProfile.tsx';
import { useUnits } from '../shell/units.ts';
import classes from './StationDrawing.module.css';
import type { Sitting } from './sitting.ts';

const SolePlan = lazy(async () => ({
  default: (await import('../drawing/SolePlan.tsx')).SolePlan,
}));
const QuantityDrawing = lazy(async () => ({
  default: (await import('../drawing/QuantityDrawing.tsx')).QuantityDrawing,
}));

/** Widths that the plan of the sole is drawn from, with their place along it. */
const WIDTHS = { 'heel-width': 0.14, 'midfoot-width': 0.45, 'ball-width': 0.73 } as const;
type WidthId = keyof typeof WIDTHS;
const isWidth = (id: string): id is WidthId => id in WIDTHS;

/** Stations that stand on the profile of the sole beside the stacks. */
const TOE_TIP = 'toe-tip-height';

type View = 'profile' | 'plan' | 'schematic';

function viewFor(definition: QuantityDefinition): View {
  if (isWidth(definition.id) || definition.id === 'outer-length') return 'plan';
  const onProfile = ['mass', 'stack', 'layers'].includes(definition.group);
  return onProfile || definition.id === TOE_TIP ? 'profile' : 'schematic';
}

function outlineOf(sitting: Sitting, who: Side | 'pair'): Partial<SoleShape> {
  const value = (quantity: MeasuredQuantityId) => sitting.figures[who][quantity]?.value;
  const share = (quantity: MeasuredQuantityId) => {
    const percent = value(quantity);
    return percent === undefined ? undefined : percent / 100;
  };
  return {
    midfoot: value('midfoot-stack'),
    toeTip: value(TOE_TIP),
    rockerStart: share('rocker-start'),
    bevelStart: share('bevel-start'),
    bevelAngle: value('bevel-angle'),
  };
}

/** The drawing that the station is taken on: the sole's side, its plan, or where the datum lies. */
export const StationDrawing = memo(function StationDrawing({
  sitting,
  quantity,
  sides,
  stations,
  length,
  tag,
  onChoose,
}: {
  sitting: Sitting;
  quantity: MeasuredQuantityId;
  sides: readonly Side[];
  stations: readonly { quantity: MeasuredQuantityId }[];
  length: number;
  tag: string;
  onChoose: (quantity: MeasuredQuantityId) => void;
}) {
  const units = useUnits();
  const definition = units.define(quantity);
  const { pair, left, right } = sitting.figures;
  const wordsAt = (id: MeasuredQuantityId) => {
    const figure = pair[id];
    if (figure) return units.writeOf(figure).text;
    return id === quantity ? 'taking' : 'to do';
  };
  const stateAt = (id: MeasuredQuantityId): ProfileStation['state'] =>
    id === quantity ? 'taking' : pair[id] ? 'done' : 'to do';
  const view = viewFor(definition);

  if (view === 'plan') {
    const widths = stations.filter((one) => isWidth(one.quantity));
    const rows = stations.some((one) => one.quantity === 'outer-length')
      ? [...widths, { quantity: 'outer-length' as const }]
      : widths;
    const planned = rows.map(
      ({ quantity: id }): PlanStation => ({
        key: id,
        name: units.define(id).name,
        at: isWidth(id) ? WIDTHS[id] : 1,
        words: wordsAt(id),
        taking: id === quantity,
        onChoose: () => onChoose(id),
      }),
    );
    return (
      <Suspense fallback={<div className={classes.room} />}>
        <SolePlan
          name={`plan-${tag.toLowerCase()}`}
          length={length + 24}
          stations={planned}
          shoes={sides.map((side) => ({
            side,
            heel: sitting.figures[side]['heel-width']?.value,
            midfoot: sitting.figures[side]['midfoot-width']?.value,
            ball: sitting.figures[side]['ball-width']?.value,
            length: sitting.figures[side]['outer-length']?.value,
          }))}
        />
      </Suspense>
    );
  }

  if (view === 'profile') {
    const drawn = stations.flatMap(({ quantity: id }): ProfileStation[] => {
      const { at: share, name, group } = units.define(id);
      const place = id === TOE_TIP ? 0.985 : share;
      // Layers lie on the stack's own stations; the drawing names the stack there.
      if (place === undefined || group === 'layers') return [];
      return [
        {
          key: id,
          name,
          at: place,
          words: wordsAt(id),
          state: stateAt(id),
          onChoose: () => onChoose(id),
        },
      ];
    });
    const both = left['heel-stack'] && right['heel-stack'];
    return (
      <SoleProfile
        heel={pair['heel-stack']?.value}
        forefoot={pair['forefoot-stack']?.value}
        length={length}
        stations={drawn}
        shape={outlineOf(sitting, 'pair')}
        shoes={
          both
            ? sides.flatMap((side) => {
                const own = sitting.figures[side];
                const shape = guessShape(
                  own['heel-stack']?.value,
                  own['forefoot-stack']?.value,
                  length,
                );
                return shape.known
                  ? [{ side, shape: { ...shape, ...outlineOf(sitting, side) } }]
                  : [];
              })
            : []
        }
        name={`profile-${tag.toLowerCase()}`}
        says={`Side of the sole of ${tag} to scale, left and right laid over each other. ${drawn
          .map((one) => `${one.name}: ${one.words}`)
          .join('. ')}.`}
      />
    );
  }

  return (
    <div className={classes.schematic}>
      <Suspense fallback={<div className={classes.room} />}>
        <QuantityDrawing definition={definition} height={definition.scale ? 104 : 156} />
      </Suspense>
      <div>
        <p>{definition.datum}</p>
        <p className="soft">Where it is taken; not to scale.</p>
      </div>
    </div>
  );
});
