import { Button } from '@mantine/core';
import { PART_GROUPS, SHOE_PARTS } from '#core/catalogue/construction.ts';
import { GLOSSARY } from '#core/catalogue/glossary.ts';
import { measuringCard } from '#core/catalogue/measuring-cards.ts';
import { PURPOSES } from '#core/catalogue/purposes.ts';
import { GROUP_TITLES, QUANTITY_GROUPS } from '#core/catalogue/quantity.ts';
import { rulesOfUse } from '#core/catalogue/rules-of-uses.ts';
import { SCHOOLS, type School } from '#core/catalogue/schools.ts';
import { QuantityDrawing } from '../drawing/QuantityDrawing.tsx';
import { useCatalogue } from '../shell/units.ts';
import { useUses } from '../shell/uses.ts';
import booklet from './Booklet.module.css';
import classes from './Guide.module.css';
import { PartCardView } from './ShoePage.tsx';
import { Glossary } from './WordsPage.tsx';

const CHAPTERS = [
  ['parts', 'The shoe, part by part'],
  ['measurements', 'How each measurement is taken'],
  ['uses', 'Rules of each use, and what to do in a shop'],
  ['schools', 'Schools'],
  ['words', 'Words'],
] as const;

/** The guide as a booklet: contents first, a chapter each, to print. */
export function BookletPage() {
  const catalogue = useCatalogue();
  const uses = useUses();
  const entries: Record<(typeof CHAPTERS)[number][0], string[]> = {
    parts: SHOE_PARTS.map(({ name }) => name),
    measurements: QUANTITY_GROUPS.map((group) => GROUP_TITLES[group]),
    uses: uses.map(({ name }) => name),
    schools: (SCHOOLS as readonly School[]).map(({ question }) => question),
    words: [`${GLOSSARY.length} of them, by letter`],
  };
  return (
    <div className={booklet.booklet}>
      <div className={classes.noprint}>
        <Button onClick={() => window.print()}>Print the booklet</Button>
      </div>
      <h2>The guide of the bench</h2>
      <nav aria-label="Contents">
        <ol>
          {CHAPTERS.map(([id, title]) => (
            <li key={id}>
              <a href={`#${id}`}>{title}</a>
              <ul className={booklet.entries}>
                {entries[id].map((entry) => (
                  <li key={entry}>{entry}</li>
                ))}
              </ul>
            </li>
          ))}
        </ol>
      </nav>
      <section id="parts" className={booklet.chapter}>
        <h2>{CHAPTERS[0][1]}</h2>
        {PART_GROUPS.map((group) =>
          SHOE_PARTS.filter((part) => part.group === group).map((part) => (
            <PartCardView key={part.id} part={part} level={3} />
          )),
        )}
      </section>
      <section id="measurements" className={`${booklet.chapter} ${booklet.long}`}>
        <h2>{CHAPTERS[1][1]}</h2>
        {QUANTITY_GROUPS.map((group) => {
          const own = Object.values(catalogue).filter(
            (one) => one.group === group && !one.computed,
          );
          const card = own[0] && measuringCard(own[0]);
          return (
            card && (
              <section key={group} aria-label={GROUP_TITLES[group]}>
                <h3>{GROUP_TITLES[group]}</h3>
                <p>{card.steps.join(' ')}</p>
                <p className="soft">Traps: {card.traps.join(' ')}</p>
                <div className={booklet.small}>
                  {own.map((definition) => (
                    <div key={definition.id}>
                      <QuantityDrawing definition={definition} height={64} />
                      <p>
                        <strong>{definition.name}</strong>. {definition.datum}{' '}
                        <span className="soft">
                          {PURPOSES[definition.id as keyof typeof PURPOSES]}
                        </span>
                      </p>
                    </div>
                  ))}
                </div>
              </section>
            )
          );
        })}
      </section>
      <section id="uses" className={booklet.chapter}>
        <h2>{CHAPTERS[2][1]}</h2>
        {uses.map((use) => {
          const rules = rulesOfUse(use.name, uses);
          return (
            rules && (
              <section key={use.name} aria-label={use.name}>
                <h3>{use.name}</h3>
                <p>{rules.card}</p>
                <ul>
                  {rules.rules.map(({ id, name, why }) => (
                    <li key={id}>
                      <strong>{name}.</strong> {why}
                    </li>
                  ))}
                </ul>
                <p>
                  In a shop: {rules.inShop.map(({ act, tells }) => `${act} ${tells}`).join(' ')}
                </p>
                {use.cautions.map((caution) => (
                  <p key={caution}>
                    <strong>Caution:</strong> {caution}
                  </p>
                ))}
              </section>
            )
          );
        })}
      </section>
      <section id="schools" className={booklet.chapter}>
        <h2>{CHAPTERS[3][1]}</h2>
        {(SCHOOLS as readonly School[]).map(({ id, question, ways }) => (
          <section key={id} aria-label={question}>
            <h3>{question}</h3>
            <ul>
              {ways.map(({ id: way, says, because }) => (
                <li key={way}>
                  {says}. <span className="soft">{because}</span>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </section>
      <section id="words" className={booklet.chapter}>
        <h2>{CHAPTERS[4][1]}</h2>
        <Glossary terms={GLOSSARY} />
      </section>
    </div>
  );
}
