import { Link, NavLink, useParams } from 'react-router';
import { describeDiscipline } from '#core/catalogue/disciplines.ts';
import { rulesOfUse } from '#core/catalogue/rules-of-uses.ts';
import type { LimitChange } from '#core/limits/lab-limits.ts';
import { useThresholds } from '../api/record-queries.ts';
import { useUses } from '../shell/uses.ts';
import classes from './Guide.module.css';
import { RuleView } from './RuleView.tsx';

/** Shop tests: what one does with a shoe before it is bought. */
function InShop({ use }: { use: string }) {
  const rules = rulesOfUse(use, useUses());
  if (!rules) return null;
  return (
    <section aria-label="In a shop">
      <h2>In a shop</h2>
      <ul>
        {rules.inShop.map(({ act, tells, part, quantity }) => (
          <li key={act}>
            {act} <span className="soft">{tells}</span>{' '}
            {part && <Link to={`/guide/shoe/${part}`}>the part</Link>}
            {quantity && <Link to={`/guide#${quantity}`}>how it is measured</Link>}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The rules of each use: what they read, where their lines lie and why, what they answer. */
export function UseRulesPage() {
  const uses = useUses();
  const { use: named } = useParams();
  const use = uses.find(({ name }) => name === named)?.name ?? uses[0]?.name ?? '';
  const entry = describeDiscipline(use, uses);
  const rules = rulesOfUse(use, uses);
  const changes = (useThresholds().data ?? []) as LimitChange[];
  return (
    <div className={classes.beside}>
      <nav aria-label="Uses" className={classes.list}>
        {uses.map(({ name }) => (
          <NavLink
            key={name}
            to={`/guide/uses/${encodeURIComponent(name)}`}
            aria-current={name === use ? 'page' : undefined}
          >
            {name}
          </NavLink>
        ))}
      </nav>
      <div>
        {named !== undefined && named !== use && (
          <p role="alert">No use is called “{named.slice(0, 60)}”. Here is the first.</p>
        )}
        <h2>{use}</h2>
        <p>{entry.says}</p>
        {entry.copiedFrom && (
          <p className="soft">
            Copied from {entry.copiedFrom}: its rules hold. A line drawn elsewhere here holds for{' '}
            {use} alone.
          </p>
        )}
        {rules && (
          <>
            <p>{rules.card}</p>
            <p className="soft">
              Told apart: {rules.aims.join(', ')}.{' '}
              <Link to={`/guide/choose?use=${encodeURIComponent(use)}`}>Choose one</Link>
            </p>
            {entry.cautions.map((caution) => (
              <p key={caution}>
                <strong>Caution:</strong> {caution}
              </p>
            ))}
            {rules.rules.map((rule) => (
              <RuleView
                key={rule.id}
                rule={rule}
                use={entry.copiedFrom ? use : ''}
                changes={changes}
              />
            ))}
            <InShop use={use} />
            {rules.books && (
              <section aria-label="Rule books and standards">
                <h2>Rule books and standards</h2>
                <ul>
                  {rules.books.map(({ name, dated, says }) => (
                    <li key={name}>
                      {name} ({dated}): {says} Read the current one; nothing is certified here.
                    </li>
                  ))}
                </ul>
              </section>
            )}
          </>
        )}
      </div>
    </div>
  );
}
