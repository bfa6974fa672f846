import { Button } from '@mantine/core';
import { Link, useParams } from 'react-router';
import type { Lab } from '#contract/lab-records.ts';
import type { MatchRecord } from '#contract/match-records.ts';
import { writeReturnNote } from '#core/match/return-note.ts';
import { useLab, useMatch } from '../api/queries.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { useCheck } from './check.ts';
import { MatchViews } from './MatchViews.tsx';
import classes from './ReturnNotePage.module.css';

function Note({ record, lab }: { record: MatchRecord; lab: Lab }) {
  const { check, found } = useCheck(record, lab);
  const { pair, edition } = record;
  if (check?.decision?.decision !== 'return' || !found)
    return (
      <p>
        A return note is written once the check of {pair.tag} is decided: return.{' '}
        <Link to={`/pairs/${pair.tag}/match`}>To the check</Link>
      </p>
    );
  const note = writeReturnNote(
    { ...pair, maker: edition.maker, model: edition.model, edition: edition.name },
    found,
    {
      names: record.names,
      checkedOn: check.startedAt,
      unworn: check.decision.unworn,
      note: check.decision.note,
    },
  );
  return (
    <>
      <div className={classes.buttons}>
        <Button size="xs" onClick={() => window.print()}>
          Print
        </Button>
        <Button component={Link} to={`/pairs/${pair.tag}/match`} size="xs" variant="default">
          Back to the check
        </Button>
      </div>
      <article className={classes.note}>
        <h1>{note.title}</h1>
        <dl className={classes.facts}>
          {note.facts.map(([name, words]) => (
            <div key={name}>
              <dt>{name}</dt>
              <dd>{words}</dd>
            </div>
          ))}
        </dl>
        <h2>What we found</h2>
        {note.findings.map((line) => (
          <p key={line}>{line}</p>
        ))}
        <MatchViews judgements={found.judgements} name={`return-${pair.tag.toLowerCase()}`} />
        <table className={classes.figures}>
          <thead>
            <tr>
              <th scope="col">feature</th>
              <th scope="col">left</th>
              <th scope="col">right</th>
              <th scope="col">difference</th>
              <th scope="col">tolerance</th>
              <th scope="col">verdict</th>
            </tr>
          </thead>
          <tbody>
            {note.figures.map((figure) => (
              <tr key={figure.feature} data-verdict={figure.verdict}>
                <th scope="row">{figure.name}</th>
                <td className="figure">{figure.left}</td>
                <td className="figure">{figure.right}</td>
                <td className="figure">{figure.difference}</td>
                <td className="figure">{figure.tolerance}</td>
                <td>{figure.verdict}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {note.seen.length > 0 && (
          <>
            <h2>Seen</h2>
            {note.seen.map((line) => (
              <p key={line}>{line}</p>
            ))}
          </>
        )}
        <h2>What we ask for</h2>
        <p>{note.request}</p>
        <p className={classes.method}>{note.method}</p>
      </article>
    </>
  );
}

/** The return note on the screen, to be printed. */
export function ReturnNotePage() {
  const { tag = '' } = useParams();
  const match = useMatch(tag);
  const lab = useLab();
  if (match.isError && !match.data) return <PageFault error={match.error} />;
  if (!match.data || !lab.data) return null;
  return (
    <div className={classes.page}>
      <Note record={match.data} lab={lab.data} />
    </div>
  );
}
