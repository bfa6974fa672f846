import { NativeSelect } from '@mantine/core';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { GROUP_TITLES, QUANTITY_GROUPS } from '#core/catalogue/quantity.ts';
import { useCatalogue } from '../shell/units.ts';

/** All quantities that are amounts, by group; scores by hand are votes. */
export function QuantitySelect<Q extends QuantityId>({
  value,
  computed = false,
  onChange,
}: {
  value: Q;
  /** Offers those that are worked out too. */
  computed?: boolean;
  onChange: (quantity: Q) => void;
}) {
  const catalogue = useCatalogue();
  const offered = Object.values(catalogue).filter(
    (one) =>
      !one.ordinal &&
      // Pairs are studied at their own size, or carried to one another's.
      (one.computed === undefined || (computed && !('atReference' in one.computed))),
  );
  return (
    <NativeSelect
      size="xs"
      label="Quantity"
      data={QUANTITY_GROUPS.map((group) => ({
        group: GROUP_TITLES[group],
        items: offered
          .filter((one) => one.group === group)
          .map((one) => ({ value: one.id, label: one.name })),
      })).filter(({ items }) => items.length > 0)}
      value={value}
      onChange={(event) => onChange(event.currentTarget.value as Q)}
    />
  );
}
