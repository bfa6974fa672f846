import { Button, NativeSelect, NumberInput } from '@mantine/core';
import { FEWEST_EYELETS, LACING_COMPLAINTS, lacingFor, MOST_EYELETS } from '#core/fit/lacing.ts';
import { useEditionConstruction } from '../api/fit-queries.ts';
import { LacingDrawing } from '../drawing/LacingDrawing.tsx';
import { useChoices } from '../shell/address.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { FitLinks } from './FitLinks.tsx';
import classes from './FitPage.module.css';

const USUAL_ROWS = 6;

/** How a shoe is laced for a complaint, on its own eyelets. */
export function LacingPage() {
  const [search, choose] = useChoices({ replace: true });
  const edition = search.get('edition') ?? '';
  const complaint =
    LACING_COMPLAINTS.find((one) => one === search.get('for')) ?? LACING_COMPLAINTS[0];
  const made = useEditionConstruction(edition);
  const eyelets = made.data?.parts.find(({ part }) => part === 'eyelets')?.answer;
  const own = eyelets === undefined ? undefined : Number(eyelets);
  const typed = Number(search.get('rows'));
  const fits = (rows: number | undefined): rows is number =>
    rows !== undefined && Number.isInteger(rows) && rows >= FEWEST_EYELETS && rows <= MOST_EYELETS;
  const rows = fits(typed) ? typed : fits(own) ? own : USUAL_ROWS;
  const lacing = lacingFor(complaint, rows);
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>Lacing</h1>
        <FitLinks />
      </header>
      <div className={classes.wearer}>
        <NativeSelect
          label="For"
          data={[...LACING_COMPLAINTS]}
          value={complaint}
          onChange={(event) => choose({ for: event.currentTarget.value })}
        />
        <EditionSelect
          label="On the eyelets of"
          placeholder="an edition"
          w={260}
          value={edition}
          onChange={(slug) => {
            choose({ edition: slug, rows: '' });
          }}
        />
        <NumberInput
          label="Rows of eyelets"
          w={130}
          min={FEWEST_EYELETS}
          max={MOST_EYELETS}
          clampBehavior="strict"
          value={rows}
          onChange={(value) => choose({ rows: String(value) })}
        />
        <Button variant="default" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <p className="soft">
        {edition === ''
          ? 'No shoe chosen: six rows are drawn.'
          : fits(own)
            ? `It has ${own} rows, as its walk says.`
            : 'How many eyelets it has was not said on its walk: say it here, or walk along it.'}
      </p>
      <div className={classes.laced}>
        <LacingDrawing lacing={lacing} rows={rows} />
        <div>
          <h2>{complaint.charAt(0).toUpperCase() + complaint.slice(1)}</h2>
          <ol>
            {lacing.steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
          <p className="soft">
            Lacing changes how a foot is held, not how long a shoe is. Numbness, pain that stays, or
            a nail that turns black is for a clinician.
          </p>
        </div>
      </div>
    </div>
  );
}
