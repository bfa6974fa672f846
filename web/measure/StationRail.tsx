import { nameStation, type Side } from '#core/catalogue/quantities.ts';
import { useCatalogue } from '../shell/units.ts';
import type { HandPlace } from './place.ts';
import classes from './StationRail.module.css';
import type { Sitting } from './sitting.ts';

/** All stations of the protocol on one rule: a tick a shoe, long once it has a reading. */
export function StationRail({
  sitting,
  at,
  stations,
  onChoose,
}: {
  sitting: Sitting;
  at: HandPlace;
  stations: readonly { quantity: HandPlace['place']['quantity']; optional: boolean }[];
  onChoose: (quantity: HandPlace['place']['quantity'], side: Side) => void;
}) {
  const catalogue = useCatalogue();
  const done = at.places.filter(
    ({ quantity, side }) => sitting.valuesAt(quantity, side).length > 0,
  ).length;
  return (
    <div className={classes.rail}>
      <div className={classes.ticks} aria-hidden="true">
        {stations.map(({ quantity, optional }) => (
          <span
            key={quantity}
            className={classes.station}
            data-here={quantity === at.place.quantity}
            data-optional={optional}
          >
            {at.sides.map((side) => (
              <button
                key={side}
                type="button"
                // The keys [ ] and \ reach every station; the rail is for the mouse.
                tabIndex={-1}
                title={nameStation(quantity, side, catalogue)}
                data-side={side}
                data-done={sitting.valuesAt(quantity, side).length > 0}
                onClick={() => onChoose(quantity, side)}
              />
            ))}
          </span>
        ))}
      </div>
      <span className={`figure ${classes.count}`}>
        {done} of {at.places.length}
      </span>
    </div>
  );
}
