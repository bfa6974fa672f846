import { TextInput } from '@mantine/core';
import { useMemo, useState } from 'react';
import { SHOE_PARTS } from '#core/catalogue/construction.ts';
import type { Uses } from '#core/catalogue/disciplines.ts';
import { expectedDoubts, measuringCard } from '#core/catalogue/measuring-cards.ts';
import { PART_CARDS } from '#core/catalogue/part-cards.ts';
import { PURPOSES } from '#core/catalogue/purposes.ts';
import type { MeasuredQuantityId, QuantityId } from '#core/catalogue/quantities.ts';
import {
  GROUP_TITLES,
  QUANTITY_GROUPS,
  type QuantityDefinition,
} from '#core/catalogue/quantity.ts';
import type { UsualSlope } from '#core/catalogue/slopes.ts';
import { TAKEN_OTHERWISE } from '#core/catalogue/taken-otherwise.ts';
import { nameTool } from '#core/catalogue/tools.ts';
import { QuantityDrawing } from '../drawing/QuantityDrawing.tsx';
import { PartLink } from '../shell/PartLink.tsx';
import { type UnitWords, useUnits } from '../shell/units.ts';
import { useUses } from '../shell/uses.ts';
import classes from './GuidePage.module.css';

const DEPENDS_WORDS = {
  stack: 'stack basis',
  size: 'size',
  configuration: 'configuration',
  worn: 'distance worn',
  setup: 'set-up',
  temperature: 'temperature',
};

/** How it goes with size and with wear, by the usual slopes. */
function slopeWords(
  { grades, wears }: QuantityDefinition,
  write: (value: number) => string,
): string {
  const amount = ({ slope, u, share }: UsualSlope) => {
    const words = (value: number) => (share ? `${value} %` : write(value));
    const sign = slope > 0 ? '+' : '−';
    return `${slope === 0 ? 'nothing' : `${sign}${words(Math.abs(slope))}`} (give or take ${words(u)})`;
  };
  const size = grades.exponent ? 'by its last length' : `by ${amount(grades)} a full size`;
  return `Carried to another size ${size}, and to another distance by ${amount(wears)} ${wears.first100 ? 'in the first 100 km' : 'in 100 km'}.`;
}

function Entry({
  definition,
  units,
  uses,
}: {
  definition: QuantityDefinition;
  units: UnitWords;
  uses: Uses;
}) {
  const id = definition.id as QuantityId;
  const amount = (value: number) => units.span(id, value).replace('+', '');
  const purpose = PURPOSES[definition.id as keyof typeof PURPOSES] as string | undefined;
  const { symbol } = units.unitOf(id);
  const [least, most] = definition.plausible;
  const { absolute, share } = definition.sideTolerance;
  const tolerance = [
    absolute > 0 ? amount(absolute) : '',
    share > 0 ? `${100 * share} %` : '',
  ].filter(Boolean);
  const step =
    definition.noticeableShare === undefined
      ? amount(definition.noticeable)
      : `${100 * definition.noticeableShare} %`;
  return (
    <li className={classes.entry} id={definition.id}>
      <QuantityDrawing definition={definition} height={104} />
      <div>
        <h4>{definition.name}</h4>
        {purpose && <p>{purpose}</p>}
        <p className="soft">
          {definition.datum}
          {definition.scale && ` In words: ${definition.scale.join(', ')}.`}
        </p>
        <details className={classes.terms}>
          <summary>Usual values, and what it depends on</summary>
          <p>
            In {symbol}, of {definition.per === 'shoe' ? 'one shoe' : 'a pair'}
            {definition.computed ? ', computed' : `, with ${nameTool(definition.tool)}`}. Shoes have{' '}
            {units.write(id, least).text} to {units.write(id, most).text}.{' '}
            {definition.ordinal
              ? 'Scored by hand: kept as votes, never averaged.'
              : `Repeats scatter by ${amount(definition.repeatabilitySd)} (standard deviation)${
                  definition.betweenPairSd === undefined
                    ? ''
                    : `, pairs by ${amount(definition.betweenPairSd)}`
                }; a wearer may notice ${step}.`}{' '}
            {definition.fixedReadings &&
              `Usually ${definition.fixedReadings} readings, their median. `}
            Left to right within {tolerance.join(' or ') || 'nothing'}. Depends on{' '}
            {definition.dependsOn.map((part) => DEPENDS_WORDS[part]).join(', ')}
            {definition.direction ? `; ${definition.direction} is part of it` : ''}.{' '}
            {definition.ordinal ? '' : slopeWords(definition, amount)}{' '}
            {takenWords(definition, uses)}
          </p>
        </details>
        <TakingCard definition={definition} amount={amount} />
      </div>
    </li>
  );
}

/** How it is taken step by step, the traps, the doubt to expect by tool, and the parts it describes. */
function TakingCard({
  definition,
  amount,
}: {
  definition: QuantityDefinition;
  amount: (value: number) => string;
}) {
  const { steps, traps } = measuringCard(definition);
  const doubts = expectedDoubts(definition);
  const parts = SHOE_PARTS.filter(({ id }) =>
    (PART_CARDS[id].figures as readonly string[]).includes(definition.id),
  );
  return (
    <details className={classes.terms}>
      <summary>How it is taken, and the traps</summary>
      {!definition.computed && (
        <ol>
          {steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      )}
      <p>Traps: {traps.join(' ')}</p>
      {doubts.length > 0 && (
        <p>
          Doubt to expect of one shoe, two readings:{' '}
          {doubts.map(({ tool, U }) => `± ${amount(U)} with a ${tool}`).join(', ')}.
        </p>
      )}
      {parts.length > 0 && (
        <p>
          It describes:{' '}
          {parts.map(({ id }, at) => (
            <span key={id}>
              {at > 0 && ', '}
              <PartLink part={id} />
            </span>
          ))}
        </p>
      )}
    </details>
  );
}

/** Where it is taken: by the protocols of which uses, or otherwise. */
function takenWords({ id, computed }: QuantityDefinition, known: Uses): string {
  if (computed) return '';
  const uses = known.flatMap(({ name, takes }) =>
    takes.some((quantity) => quantity === id) ? [name] : [],
  );
  const otherwise = TAKEN_OTHERWISE[id as MeasuredQuantityId];
  if (otherwise) return `Taken ${otherwise}.`;
  return uses.length > 0
    ? `Taken for ${uses.join(', ')}, and on the full bench where it stands there.`
    : 'Taken on the full bench.';
}

/** The guide: every quantity with its datum, drawing and usual values. */
export function GuidePage() {
  const units = useUnits();
  const uses = useUses();
  const { catalogue } = units;
  const [filter, setFilter] = useState('');
  const groups = useMemo(() => {
    const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
    const found = Object.values(catalogue).filter((one) =>
      words.every((word) =>
        `${one.name} ${one.datum} ${one.group} ${PURPOSES[one.id as keyof typeof PURPOSES] ?? ''}`
          .toLowerCase()
          .includes(word),
      ),
    );
    return QUANTITY_GROUPS.map((group) => ({
      group,
      definitions: found.filter((one) => one.group === group),
    })).filter((one) => one.definitions.length > 0);
  }, [catalogue, filter]);
  return (
    <>
      <h2>What is measured, and how</h2>
      <p className="soft">
        Values are common practice, until a lab has its own. Drawings show the datum, not a figure.
      </p>
      <TextInput
        size="xs"
        w={280}
        my="sm"
        aria-label="Find a quantity"
        placeholder="Find: toe, bend, lugs"
        value={filter}
        onChange={(event) => setFilter(event.currentTarget.value)}
      />
      {groups.length === 0 && <p>No quantity answers to that.</p>}
      {groups.map(({ group, definitions }) => (
        <section key={group}>
          <h3 className={classes.group}>{GROUP_TITLES[group]}</h3>
          <ul className={classes.entries}>
            {definitions.map((definition) => (
              <Entry key={definition.id} definition={definition} units={units} uses={uses} />
            ))}
          </ul>
        </section>
      ))}
      <p className="soft">
        Boot grades are the maker’s or fitter’s statement and are never derived from a stiffness.
        Protective boots are certified by others: Emvex measures. For studs, crampons and protective
        wear see the rule book and the standard; for pain see a clinician.
      </p>
    </>
  );
}
