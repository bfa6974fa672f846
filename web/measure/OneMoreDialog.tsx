import { Button, Modal, Select } from '@mantine/core';
import { useState } from 'react';
import type { MeasuredQuantityId } from '#core/catalogue/quantities.ts';
import { GROUP_TITLES, isTaken, QUANTITY_GROUPS } from '#core/catalogue/quantity.ts';
import { useCatalogue } from '../shell/units.ts';

/** Chooses one more thing to measure, of all that the catalogue has. */
export function OneMoreDialog({
  onClose,
  onChoose,
}: {
  onClose: () => void;
  onChoose: (quantity: MeasuredQuantityId) => void;
}) {
  const catalogue = useCatalogue();
  const [chosen, setChosen] = useState<string | null>(null);
  const taken = Object.values(catalogue).filter(isTaken);
  return (
    <Modal opened onClose={onClose} title="One more thing">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (chosen) onChoose(chosen as MeasuredQuantityId);
        }}
      >
        <Select
          label="What is measured"
          description="or type it at the bench: + collar padding 9"
          searchable
          data-autofocus
          data={QUANTITY_GROUPS.map((group) => ({
            group: GROUP_TITLES[group],
            items: taken
              .filter((one) => one.group === group)
              .map(({ id, name }) => ({ value: id, label: name })),
          })).filter(({ items }) => items.length > 0)}
          value={chosen}
          onChange={setChosen}
          nothingFoundMessage="Nothing in the catalogue is called so"
        />
        <Button type="submit" mt="md" disabled={chosen === null}>
          Measure it
        </Button>
      </form>
    </Modal>
  );
}
