import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { CHOSEN_SCHOOLS, SCHOOLS, type School } from '#core/catalogue/schools.ts';
import type { LimitChange } from '#core/limits/lab-limits.ts';
import { wearTerms } from '#core/wear/wear-terms.ts';
import { useChange, useLab } from '../api/queries.ts';
import { useThresholds } from '../api/record-queries.ts';
import classes from './Guide.module.css';

/** A rated life that begins here or later is of the school of long lives. */
const LONG_LIFE_KM = 700;

type Chosen = keyof typeof CHOSEN_SCHOOLS;

/** Which way of a school this lab goes, as its protocols and lines say. */
function useWaysHere(): (school: School) => string | undefined {
  const lab = useLab().data;
  const { ratedLifeKm: life } = wearTerms((useThresholds().data ?? []) as LimitChange[], '');
  return ({ id }) => {
    if (!lab) return undefined;
    if (id === 'stack-place') {
      const places = new Set(
        lab.protocols.flatMap(({ retired, stack }) => (retired ? [] : [stack.place as string])),
      );
      return places.has('in-shoe') ? 'in-shoe' : places.has('sidewall') ? 'sidewall' : undefined;
    }
    if (id === 'drop') {
      const layers = lab.protocols.flatMap(({ retired, stack }) =>
        retired ? [] : [stack.layers as string],
      );
      return layers.length === 0
        ? undefined
        : layers.every((one) => one === 'midsole only')
          ? 'midsole'
          : 'stack';
    }
    if (id === 'life') return life.low < LONG_LIFE_KM ? 'miles-300-400' : 'miles-500';
    if (id === 'hardness')
      return lab.instruments.some(({ kind, retired }) => kind === 'durometer C' && !retired)
        ? 'C'
        : undefined;
    return id in CHOSEN_SCHOOLS ? lab.schools[id as Chosen] : undefined;
  };
}

/** Where practice differs: the schools side by side, and which one this lab uses. */
export function SchoolsPage() {
  const lab = useLab().data;
  const change = useChange('setSchools');
  const wayHere = useWaysHere();
  const isChosen = (id: string): id is Chosen => id in CHOSEN_SCHOOLS;
  return (
    <>
      <h2>Schools: where practice differs</h2>
      <p className="soft">
        None of them is wrong. A sheet names the one it was made by; the line in ink says how it is
        done here.
      </p>
      {change.isError && (
        <p role="alert" className="look-here">
          {change.error.message}
        </p>
      )}
      {(SCHOOLS as readonly School[]).map((school) => {
        const here = wayHere(school);
        return (
          <section key={school.id} aria-label={school.question}>
            <h3>{school.question}</h3>
            <p className="soft">{school.matters}</p>
            <div className={classes.ways}>
              {school.ways.map(({ id, says, because }) => (
                <div key={id} data-here={id === here}>
                  <p>
                    <strong>{says}</strong>
                    {id === here && ' (here)'}
                  </p>
                  <p className="soft">{because}</p>
                  {isChosen(school.id) && id !== here && lab && (
                    <Button
                      size="compact-xs"
                      variant="default"
                      aria-label={`Use it here: ${says}`}
                      onClick={() =>
                        change.mutate({
                          body: { ...lab.schools, [school.id]: id } as typeof lab.schools,
                        })
                      }
                    >
                      Use it here
                    </Button>
                  )}
                </div>
              ))}
            </div>
            {school.here && <p className="soft">Here: {school.here}</p>}
            {school.saidAt && (
              <p className="soft">
                Said at <Link to={school.saidAt.to}>{school.saidAt.words}</Link>.
              </p>
            )}
          </section>
        );
      })}
    </>
  );
}
