import { Link } from 'react-router';
import classes from './CalculatorPage.module.css';
import { FIRST, titleOf, useCalculators } from './calculators.ts';

/** All calculations that make sense without a record. */
export function CalculatorsPage() {
  const entries = useCalculators();
  if (!entries.data) return null;
  const steps = [...new Set(entries.data.map(({ step }) => step))];
  const list = (names: readonly string[]) => (
    <ul className={classes.list}>
      {names.flatMap((name) => {
        const entry = entries.data.find((one) => one.name === name);
        return entry
          ? [
              <li key={name}>
                <Link to={`/guide/calculators/${name}`}>{titleOf(name)}</Link>
                <span className="soft"> {entry.summary}</span>
              </li>,
            ]
          : [];
      })}
    </ul>
  );
  return (
    <>
      <h2>Calculators</h2>
      <p className="soft">
        The arithmetic of the bench, without a record. An address holds the values: it can be kept
        and passed on.
      </p>
      <section aria-label="Asked for most">
        <h3>Asked for most</h3>
        {list(FIRST)}
      </section>
      {steps.map((step) => (
        <section key={step} aria-label={step}>
          <h3>{step}</h3>
          {list(
            entries.data
              .filter((entry) => entry.step === step && !FIRST.includes(entry.name))
              .map(({ name }) => name),
          )}
        </section>
      ))}
    </>
  );
}
