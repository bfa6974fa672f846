import { MultiSelect, NativeSelect } from '@mantine/core';
import { describeDiscipline, type Use } from '#core/catalogue/disciplines.ts';
import { useUses } from '../shell/uses.ts';
import classes from './ReceivePage.module.css';

/** What an edition is for: one use or several, the first leading, and what is narrower where it matters. */
export function UseField({
  uses,
  onChange,
  error,
  label = 'What it is for',
}: {
  uses: readonly Use[];
  onChange: (uses: Use[]) => void;
  error?: string | undefined;
  label?: string;
}) {
  const all = useUses();
  const known = (discipline: string) => uses.find((use) => use.discipline === discipline);
  return (
    <div className={classes.uses}>
      <MultiSelect
        label={label}
        placeholder={uses.length === 0 ? 'running, court, walking …' : ''}
        data={all.map(({ name }) => name)}
        value={uses.map(({ discipline }) => discipline)}
        error={error}
        maxValues={4}
        searchable
        hidePickedOptions
        onChange={(chosen) =>
          onChange(chosen.map((discipline) => known(discipline) ?? { discipline, speciality: '' }))
        }
      />
      {uses.map(({ discipline, speciality }) => {
        const { specialities } = describeDiscipline(discipline, all);
        return (
          specialities &&
          specialities.length > 0 && (
            <NativeSelect
              key={discipline}
              label={discipline.charAt(0).toUpperCase() + discipline.slice(1)}
              data={[{ value: '', label: 'any' }, ...specialities]}
              value={speciality}
              onChange={(event) => {
                const { value } = event.currentTarget;
                onChange(
                  uses.map((use) =>
                    use.discipline === discipline ? { ...use, speciality: value } : use,
                  ),
                );
              }}
            />
          )
        );
      })}
    </div>
  );
}
