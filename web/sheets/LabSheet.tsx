import { group } from 'd3-array';
import dayjs from 'dayjs';
import { Link } from 'react-router';
import type { Sheet } from '#contract/sheet-records.ts';
import { describePart, PART_GROUPS } from '#core/catalogue/construction.ts';
import { nameUses } from '#core/catalogue/disciplines.ts';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import { answerWords } from '#core/construction/made-of.ts';
import { cameWords, disclosedWords } from '#core/sheet/pair-words.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { writeNumber } from '#core/sizing/number-words.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { comparedWords } from '#core/wording/left-right-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import { Says } from '../kit/Says.tsx';
import { MeaningLines } from '../shell/MeaningLines.tsx';
import { PartLink } from '../shell/PartLink.tsx';
import { type UnitWords, useUnits } from '../shell/units.ts';
import { Verdict } from '../shell/Verdict.tsx';
import { BudgetLine } from './BudgetLine.tsx';
import { ClaimWords, PairValues, type SheetEntry } from './ClaimWords.tsx';
import classes from './SheetPage.module.css';

/** Return and loss of the loops behind a stiffness, shoe by shoe. */
function Loops({ loops }: { loops: SheetEntry['loops'] }) {
  return (
    <span className={classes.pairValues}>
      {loops.map(({ tag, side, returnPercent, lossJ }) => (
        <span key={`${tag} ${side}`} className="figure">
          {`${tag} ${side === 'left' ? 'L' : 'R'}: return ${returnPercent.toFixed(0)} %, loss ${lossJ.toPrecision(2)} J`}
        </span>
      ))}
    </span>
  );
}

const COUNTS = ['no pair', 'one pair', 'two pairs', 'three pairs', 'four pairs'];
const NEXT = ['', 'a second', 'a third', 'a fourth', 'a fifth'];

/** `from two pairs; a third would make it ± 0.8`. */
function FromPairs({ figure, units }: { figure: SheetEntry['figure']; units: UnitWords }) {
  const { pairs, next, quantity } = figure;
  const more = next?.what === 'pair' ? units.write(quantity, 0, next.to).U : '';
  const now = next ? units.write(quantity, 0, next.from).U : '';
  return (
    <span className={`${classes.grade} ${classes.screenOnly}`}>
      from {COUNTS[pairs] ?? `${pairs} pairs`}
      {more !== '' && more !== now && `; ${NEXT[pairs] ?? 'one more'} would make it ± ${more}`}
    </span>
  );
}

function FigureRow({
  entry,
  also,
  behind,
  units,
}: {
  entry: SheetEntry;
  also: boolean;
  behind: boolean;
  units: UnitWords;
}) {
  const { figure, pairU, speaksForEdition, claims, reported, grade } = entry;
  const { quantity } = figure;
  const own = units.write(quantity, figure.value, figure.U);
  const second = units.writeAlso(quantity, figure.value, figure.U);
  const ofPair = units.write(quantity, figure.value, pairU);
  return (
    <tbody className={classes.entry}>
      <tr>
        <th scope="row">
          <span className={classes.mark} data-provenance={figure.provenance} aria-hidden="true" />
          {units.define(quantity).name}
          {figure.basis.setup && <span className={classes.grade}>{figure.basis.setup}</span>}
          {grade && <span className={classes.grade}>{grade}</span>}
          {speaksForEdition && <FromPairs figure={figure} units={units} />}
        </th>
        <td className={`figure ${classes.value}`} data-testid={`sheet-${quantity}`}>
          {own.value} <span className={classes.unit}>{own.unit}</span>
          {also && (
            <span className={classes.also}>
              {second.value} {second.unit}
            </span>
          )}
        </td>
        <td className="figure">± {ofPair.U || '–'}</td>
        {speaksForEdition ? (
          <td className="figure">± {own.U || '–'}</td>
        ) : (
          <td className={classes.only}>this pair only</td>
        )}
        <td className="figure">
          {figure.pairs} / {figure.readings}
        </td>
        <td>
          {claims.map((claim) => (
            <ClaimWords key={claim.id} claim={claim} />
          ))}
          {reported.map((one) => (
            <p key={one.id} className={classes.claim}>
              <span className={classes.open} aria-hidden="true">
                r
              </span>
              <span className="figure">{one.typed}</span> reported by {one.source}
              {one.dated && `, ${dayjs(one.dated).format('D MMM YYYY')}`}
              <span className={classes.terms}>
                {one.label ? nameLabel(one.label) : 'size not stated'}
                {one.basis ? `; ${one.basis}` : '; basis not stated'}
              </span>
            </p>
          ))}
        </td>
      </tr>
      <tr hidden={!behind}>
        <td colSpan={6} className={classes.behind}>
          <BudgetLine figure={figure} units={units} />
          <PairValues entry={entry} units={units} />
          {entry.loops.length > 0 && <Loops loops={entry.loops} />}
          {figure.conversions.length + figure.doubts.length > 0 && (
            <span>
              {[...figure.conversions, ...figure.doubts.map((doubt) => doubt.text)].join('; ')}
            </span>
          )}
        </td>
      </tr>
    </tbody>
  );
}

function Disclosure({ sheet }: { sheet: Sheet }) {
  return (
    <section className={classes.disclosure} aria-label="How the pairs came">
      <h2>How the pairs came</h2>
      <ul>
        {sheet.pairs.map((pair) => (
          <li key={pair.tag}>
            <span className="figure">{pair.tag}</span> {cameWords(pair)}; received{' '}
            {dayjs(pair.receivedOn).format('D MMM YYYY')}
            {[pair.width, pair.colour].filter(Boolean).length > 0 &&
              `; ${[pair.width, pair.colour].filter(Boolean).join(', ')}`}
            {pair.wornKm > 0 && `; worn ${writeNumber(pair.wornKm, 0)} km on receipt`}
          </li>
        ))}
      </ul>
      {sheet.leftOut.map((pair) => (
        <p key={pair.tag}>
          <span className="figure">{pair.tag}</span> is left out of these figures: {pair.words}
        </p>
      ))}
      {sheet.included.map((pair) => (
        <p key={pair.tag}>
          <span className="figure">{pair.tag}</span> was rejected and is in these figures all the
          same: {pair.reason}.
        </p>
      ))}
      <p>
        <Says words={comparedWords(sheet.matched)} />
      </p>
      <p>{disclosedWords(sheet.pairs)}</p>
    </section>
  );
}

function madeWords({ madeIn, widths, colours }: Sheet['edition']): string {
  const sizes =
    madeIn &&
    `made in ${nameLabel({ system: madeIn.system, size: madeIn.from })} to ${madeIn.to}${madeIn.halfSizes ? ', half sizes' : ', whole sizes'}`;
  return [sizes, widths.join(', '), colours.join(', ')].filter(Boolean).join(' · ');
}

/** Scores by hand: every vote, apart from the figures. */
function HandScores({ sheet }: { sheet: Sheet }) {
  const units = useUnits();
  if (sheet.handScores.length === 0) return null;
  return (
    <section aria-label="By hand">
      <h2>By hand</h2>
      <ul className={classes.scores}>
        {[...group(sheet.handScores, (score) => score.quantity)].map(([quantity, scores]) => (
          <li key={quantity}>
            <strong>{units.define(quantity).name}</strong>{' '}
            {scores
              .map(
                (score) =>
                  `${score.tag} ${score.side === 'left' ? 'L' : 'R'} ${score.votes.map((vote) => units.write(quantity, vote).text).join(', ')}`,
              )
              .join(' · ')}
          </li>
        ))}
      </ul>
      <p className="soft">Votes, never averaged and never held against a fixture.</p>
    </section>
  );
}

/** What checks of left against right read: what stands above, and what a sitting stands before. */
function ReadInChecks({ sheet }: { sheet: Sheet }) {
  const units = useUnits();
  if (sheet.checked.length === 0) return null;
  return (
    <section aria-label="Read in checks">
      <h2>Read when left was held against right</h2>
      <ul className={classes.scores}>
        {[...group(sheet.checked, (figure) => figure.quantity)].map(([quantity, figures]) => (
          <li key={quantity}>
            <strong>{units.define(quantity).name}</strong>{' '}
            <span className="figure">
              {figures
                .map(({ tag, value, U, stands }) => {
                  const { text } = units.write(quantity, value, U);
                  return `${tag} ${text}${stands ? '' : ' (a sitting stands)'}`;
                })
                .join(' · ')}
            </span>
          </li>
        ))}
      </ul>
      <p className="soft">
        A check’s figure stands where no sitting of the pair has the quantity on that basis.
      </p>
    </section>
  );
}

/** A name in the middle of a sentence: `Durometer A` is a durometer A, and a name in capitals stays as it is. */
const withinSentence = (name: string): string =>
  /^[A-Z][a-z]/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name;

/** In one line each group what it is made of: as seen, or marked as stated only. */
function MadeOf({ sheet }: { sheet: Sheet }) {
  if (sheet.madeOf.length === 0) return null;
  return (
    <section aria-label="Made of">
      <h2>Made of</h2>
      <dl className={classes.madeOf}>
        {PART_GROUPS.map((name) => {
          const parts = sheet.madeOf.filter(({ part }) => describePart(part).group === name);
          return (
            parts.length > 0 && (
              <div key={name}>
                <dt>{name}</dt>
                <dd>
                  {parts.map((made, at) => (
                    <span
                      key={made.part}
                      className={made.state === 'contradicted' ? 'look-here' : undefined}
                    >
                      {at > 0 && ' · '}
                      <PartLink part={made.part} />: {answerWords(made)}
                    </span>
                  ))}
                </dd>
              </div>
            )
          );
        })}
      </dl>
    </section>
  );
}

/** The sheet as the bench works with it: every figure with what is behind it. */
export function LabSheet({
  sheet,
  also,
  behind,
}: {
  sheet: Sheet;
  also: boolean;
  behind: boolean;
}) {
  const units = useUnits();
  return (
    <article className={classes.paper}>
      <header className={classes.title}>
        <div>
          <h1>{editionName(sheet.edition)}</h1>
          <p className="soft">
            {[
              sheet.edition.uses.length > 0 ? `for ${nameUses(sheet.edition.uses)}` : '',
              madeWords(sheet.edition),
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
        </div>
        <p className={classes.label}>{nameLabel(sheet.label)}</p>
      </header>
      {sheet.claimFaults.map((fault) => (
        <p key={textOf(fault.text)} className={classes.fault}>
          Claim <Verdict word={fault.rounding ? 'rounding' : 'contradicts itself'} />:{' '}
          <Says words={fault.text} />
        </p>
      ))}
      {sheet.sections.length === 0 && (
        <p className={classes.empty}>
          No figures at this size yet.{' '}
          {sheet.pairs[0] && (
            <Link to={`/pairs/${sheet.pairs[0].tag}/measure`}>Measure {sheet.pairs[0].tag}</Link>
          )}
        </p>
      )}
      {sheet.sections.map((section) => (
        <section key={section.key} aria-label={section.title}>
          <h2>{section.title}</h2>
          <table className={classes.figures}>
            <thead>
              <tr>
                <th scope="col">Figure</th>
                <th scope="col">Value</th>
                <th scope="col">This pair</th>
                <th scope="col">The model</th>
                <th scope="col">Pairs / readings</th>
                <th scope="col">Claimed, reported</th>
              </tr>
            </thead>
            {section.figures.map((entry) => (
              <FigureRow
                key={`${entry.figure.quantity} ${entry.figure.basis.setup ?? ''}`}
                entry={entry}
                also={also}
                behind={behind}
                units={units}
              />
            ))}
          </table>
        </section>
      ))}
      <HandScores sheet={sheet} />
      <ReadInChecks sheet={sheet} />
      <MadeOf sheet={sheet} />
      <MeaningLines meant={sheet.meant} edition={sheet.edition.slug} />
      {sheet.edition.claimTexts.length > 0 && (
        <section aria-label="Claimed in words">
          <h2>Claimed in words</h2>
          {sheet.edition.claimTexts.map(({ id, part, text, source, mark }) => (
            <p key={id} className={classes.unmeasured}>
              {part && <strong>{part}: </strong>}
              {text}{' '}
              <span className={mark === 'contradicted' ? 'look-here' : 'soft'}>
                {source || 'source not stated'}; {mark || 'kept as stated'}
              </span>
            </p>
          ))}
        </section>
      )}
      {sheet.unmeasuredClaims.length > 0 && (
        <section aria-label="Claimed, not measured">
          <h2>Claimed, not measured</h2>
          {sheet.unmeasuredClaims.map((claim) => (
            <div key={claim.id} className={classes.unmeasured}>
              {describeQuantity(claim.quantity).name} <ClaimWords claim={claim} />
            </div>
          ))}
        </section>
      )}
      <Disclosure sheet={sheet} />
      <footer className={classes.colophon}>
        <p>
          Measured {sheet.lastMeasured && `until ${dayjs(sheet.lastMeasured).format('D MMM YYYY')}`}
          {sheet.measuredBy.length > 0 && ` by ${sheet.measuredBy.join(', ')}`}
          {sheet.instruments.length > 0 &&
            ` with ${sheet.instruments.map(withinSentence).join(', ')}`}
          {sheet.protocols.length > 0 && `. Protocols: ${sheet.protocols.join('; ')}`}
          {sheet.studies.length > 0 && `. Gauge studies: ${sheet.studies.join('; ')}`}. Not issued:
          a working sheet.
        </p>
        <p>
          ± holds in 95 of 100 cases. This pair: of one of these pairs. The model: of the edition at
          this size, the spread of pairs in it. Solid mark: measured; open centre: converted; letter
          c: claimed; letter r: reported.
        </p>
      </footer>
    </article>
  );
}
