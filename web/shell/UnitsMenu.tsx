import { Menu } from '@mantine/core';
import type { UnitFamily } from '#core/sizing/chosen-units.ts';
import { useChange } from '../api/queries.ts';
import { ArrivedMenu } from './ArrivedMenu.tsx';
import { UnitsButton } from './MenuButtons.tsx';
import classes from './StepBar.module.css';
import { FAMILY_UNITS, UNIT_PRESETS, useUnits } from './units.ts';

const FAMILY_WORDS: Record<UnitFamily, string> = {
  stack: 'stack and other lengths',
  heel: 'heels, as dance has them',
  mass: 'mass',
  distance: 'distance',
};

/** Units, all at once or one family at a time. */
export function UnitsMenu() {
  const { chosen } = useUnits();
  const setUnits = useChange('setUnits');
  const families: UnitFamily[] = ['stack', 'heel', 'mass', 'distance'];
  return (
    <ArrivedMenu button={UnitsButton} closeOnItemClick={false} width={230}>
      <Menu.Label>All at once</Menu.Label>
      {Object.entries(UNIT_PRESETS).map(([name, units]) => (
        <Menu.Item key={name} onClick={() => setUnits.mutate({ body: units })}>
          {name}
        </Menu.Item>
      ))}
      {families.map((family) => (
        <div key={family}>
          <Menu.Label>{FAMILY_WORDS[family]}</Menu.Label>
          <div className={classes.unitRow}>
            {FAMILY_UNITS[family].map((symbol) => (
              <Menu.Item
                key={symbol}
                aria-current={chosen[family] === symbol}
                className={classes.unit}
                onClick={() => setUnits.mutate({ body: { [family]: symbol } })}
              >
                {symbol}
              </Menu.Item>
            ))}
          </div>
        </div>
      ))}
    </ArrivedMenu>
  );
}
