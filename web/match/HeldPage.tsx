import { Link, useParams } from 'react-router';
import { matchFeature } from '#core/catalogue/match-features.ts';
import { rungPlace } from '#core/match/match-drawing.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { useHeld } from '../api/record-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { RungMark } from '../drawing/RungMark.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { useUnits } from '../shell/units.ts';
import classes from './Held.module.css';

const PART_WORDS = {
  outsole: 'The same outsole?',
  footbed: 'The same footbed?',
  foam: 'The same foam?',
  upper: 'The same upper?',
  'whole shoe': 'The same mass?',
} as const;

/** Two pairs, or two builds of a model, held against each other by the ladder. */
export function HeldPage() {
  const { tag = '', other = '' } = useParams();
  const held = useHeld(tag, other);
  const units = useUnits();
  if (held.isError && !held.data) return <PageFault error={held.error} />;
  if (!held.data) return null;
  const { a, b, parts, judgements, apart, names } = held.data;
  const nameOf = (id: (typeof judgements)[number]['id']) => names[id] ?? matchFeature(id).name;
  const write = (id: (typeof judgements)[number]['id'], value: number, U?: number) =>
    units.writeKind(matchFeature(id).kind, value, matchFeature(id).decimals, U).text;
  const taken = judgements.filter(({ left, right }) => left || right);
  return (
    <div className={classes.page}>
      <h1>
        {a.tag} against {b.tag}
      </h1>
      <p className="soft">
        <Link to={`/pairs/${a.tag}/match`}>{a.tag}</Link> {a.edition}, {nameLabel(a.label)};{' '}
        <Link to={`/pairs/${b.tag}/match`}>{b.tag}</Link> {b.edition}, {nameLabel(b.label)}. Left
        and right together, by the left-right tolerances; what two pairs of one build differ by
        anyway is not taken off.
      </p>
      <ul className={classes.parts}>
        {parts.map(({ part, word, by }) => (
          <li key={part} data-word={word}>
            {PART_WORDS[part]} <strong>{word}</strong>
            {by.length > 0 && (
              <span className="soft">
                {' '}
                by {by.map((id) => nameOf(id).toLowerCase()).join(', ')}
              </span>
            )}
          </li>
        ))}
      </ul>
      {taken.length === 0 ? (
        <p>
          Nothing of the ladder was taken on both. Check or measure each of them first; outsole
          features are named for the model.
        </p>
      ) : (
        <DataTable
          rows={taken}
          keyOf={({ id }) => id}
          columns={[
            { head: 'Feature', cell: ({ id }) => nameOf(id), names: true },
            {
              head: a.tag,
              cell: ({ id, left }) => (left ? write(id, left.value) : ''),
              figure: true,
            },
            {
              head: `${b.tag} smaller · larger`,
              cell: (judgement) => (
                <RungMark place={rungPlace(judgement)} verdict={judgement.verdict} />
              ),
            },
            {
              head: b.tag,
              cell: ({ id, right }) => (right ? write(id, right.value) : ''),
              figure: true,
            },
            {
              head: 'Difference',
              cell: ({ id, difference, U }) =>
                difference === undefined ? '' : write(id, difference, U),
              figure: true,
            },
            {
              head: 'It is',
              cell: ({ id, verdict }) =>
                apart.find(({ feature }) => feature === id)?.reason ??
                (verdict === 'not taken' ? 'taken on one only' : verdict),
              strong: ({ verdict }) => verdict === 'out',
            },
          ]}
        />
      )}
    </div>
  );
}
