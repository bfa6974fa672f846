import { memo } from 'react';
import { type MeasuredQuantityId, nameStation, type Side } from '#core/catalogue/quantities.ts';
import type { Place } from '#core/figures/hand-order.ts';
import { useCatalogue } from '../shell/units.ts';
import classes from './StationRail.module.css';
import type { Sitting } from './sitting.ts';

/** All stations of the protocol on one rule: a tick a shoe, long once it has a reading. */
export const StationRail = memo(function StationRail({
  sitting,
  place,
  places,
  sides,
  stations,
  onChoose,
}: {
  sitting: Sitting;
  place: Place;
  places: readonly Place[];
  sides: readonly Side[];
  stations: readonly { quantity: MeasuredQuantityId; optional: boolean }[];
  onChoose: (quantity: MeasuredQuantityId, side: Side) => void;
}) {
  const catalogue = useCatalogue();
  const isDone = (quantity: MeasuredQuantityId, side: Side) =>
    sitting.valuesAt(quantity, side).length > 0 || sitting.countedAt(quantity, side) > 0;
  const done = places.filter(({ quantity, side }) => isDone(quantity, side)).length;
  return (
    <div className={classes.rail}>
      <div className={classes.ticks} aria-hidden="true">
        {stations.map(({ quantity, optional }) => (
          <span
            key={quantity}
            className={classes.station}
            data-here={quantity === place.quantity}
            data-optional={optional}
          >
            {sides.map((side) => (
              <button
                key={side}
                type="button"
                // The keys [ ] and \ reach every station; the rail is for the mouse.
                tabIndex={-1}
                title={nameStation(quantity, side, catalogue)}
                data-side={side}
                data-done={isDone(quantity, side)}
                onClick={() => onChoose(quantity, side)}
              />
            ))}
          </span>
        ))}
      </div>
      <span className={`figure ${classes.count}`}>
        {done} of {places.length}
      </span>
    </div>
  );
});
