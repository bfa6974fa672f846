import { SHOE_PARTS } from '#core/catalogue/construction.ts';
import {
  type BenchDocument,
  type DocumentDrawing,
  type DocumentLayout,
  type DocumentPart,
  type DocumentPicture,
  type DocumentRow,
  type DocumentTally,
  partsIn,
  type StandingFigure,
} from '#core/sheet/document.ts';
import { PartLink } from '../shell/PartLink.tsx';
import { DataTable } from './DataTable.tsx';
import classes from './DocumentView.module.css';
import { RungMark } from './RungMark.tsx';
import { WordBlocks } from './WordBlocks.tsx';

function Drawing({ drawing }: { drawing: DocumentDrawing }) {
  return (
    <figure className={classes.drawing}>
      <svg viewBox={drawing.box.join(' ')} role="img" aria-label={drawing.words}>
        {drawing.strokes.map(({ path, dx, tone, dashed }) => (
          <path
            key={`${tone} ${dx} ${path}`}
            d={path}
            transform={`translate(${dx} 0)`}
            data-side={tone}
            data-dashed={dashed}
          />
        ))}
        {drawing.labels?.map(({ x, y, text, anchor, size, strong }) => (
          <text
            key={`${x} ${y} ${text}`}
            x={x}
            y={y}
            fontSize={size}
            textAnchor={anchor}
            data-strong={strong}
          >
            {text}
          </text>
        ))}
      </svg>
      <figcaption>{drawing.words}</figcaption>
    </figure>
  );
}

function Figures({ figures }: { figures: readonly StandingFigure[] }) {
  return (
    <ul className={classes.figures}>
      {figures.map(({ name, value, unit, also, doubt, claim, out }) => (
        <li key={name}>
          <p>
            <strong className="figure">{value}</strong> {unit}
            {also && <span className={classes.also}> {also}</span>} {name}
          </p>
          <p className={classes.doubt}>{doubt}</p>
          {claim && <p className={out ? classes.out : classes.doubt}>{claim}</p>}
        </li>
      ))}
    </ul>
  );
}

/** A stroke is a tester, over the word that was said: nobody averages them. */
function Tallies({ tallies }: { tallies: readonly DocumentTally[] }) {
  return (
    <dl className={classes.facts}>
      {tallies.map(({ name, words }) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd className={classes.tally}>
            {words.map(({ word, n }) => (
              <span key={word}>
                <span className={classes.strokes} role="img" aria-label={`${n} said`}>
                  {'|'.repeat(n)}
                </span>{' '}
                {word}
              </span>
            ))}
          </dd>
        </div>
      ))}
    </dl>
  );
}

function Pictures({ pictures }: { pictures: readonly DocumentPicture[] }) {
  return (
    <div className={classes.pictures}>
      {pictures.map(({ src, width, height, words }) => (
        <figure key={src}>
          <img src={src} width={width} height={height} alt={words} />
          <figcaption>{words}</figcaption>
        </figure>
      ))}
    </div>
  );
}

type TablePart = Extract<DocumentPart, { kind: 'table' }>;

function Table({ part: { columns, rows } }: { part: TablePart }) {
  return (
    <DataTable<DocumentRow>
      rows={rows}
      keyOf={({ cells }) => cells.join(' ')}
      rowClass={({ out }) => (out ? classes.out : undefined)}
      columns={columns.map(({ title, figure, rung }, at) => ({
        head: title,
        cell: (row) =>
          rung ? <RungMark place={row.rung} verdict={row.out ? 'out' : 'within'} /> : row.cells[at],
        figure: figure === true,
        names: at === 0,
      }))}
    />
  );
}

const JOINED = ' · ';

/** A line; where it tells what parts are, `foam: EVA · plate: none`, each leads to what the guide tells of it. */
function Line({ words }: { words: string }) {
  const told = words.split(JOINED).map((piece) => {
    const [name = '', ...answer] = piece.split(': ');
    const part = SHOE_PARTS.find((one) => one.name.toLowerCase() === name);
    return { piece, part, name, answer: answer.join(': ') };
  });
  if (!told.some(({ part }) => part)) return words;
  return told.map(({ piece, part, name, answer }, at) => (
    <span key={piece}>
      {at > 0 && JOINED}
      {part ? <PartLink part={part.id} words={name} /> : name}
      {answer && `: ${answer}`}
    </span>
  ));
}

/** A part of the shoe leads to what the guide tells of it; other names stand as they are. */
function partNamed(name: string) {
  const part = SHOE_PARTS.find((one) => one.name === name);
  return part ? <PartLink part={part.id} /> : name;
}

function Facts({ rows }: { rows: readonly [string, string][] }) {
  return (
    <dl className={classes.facts}>
      {rows.map(([name, words]) => (
        <div key={name}>
          <dt>{partNamed(name)}</dt>
          <dd>{words}</dd>
        </div>
      ))}
    </dl>
  );
}

function Part({ part }: { part: DocumentPart }) {
  switch (part.kind) {
    case 'heading':
      return <h2>{part.text}</h2>;
    case 'table':
      return <Table part={part} />;
    case 'facts':
      return <Facts rows={part.rows} />;
    case 'drawings':
      return (
        <div className={classes.drawings}>
          {part.drawings.map((drawing) => (
            <Drawing key={drawing.words} drawing={drawing} />
          ))}
        </div>
      );
    case 'lines':
      return part.lines.map((line) => (
        <p key={line} className={part.small ? classes.small : undefined}>
          <Line words={line} />
        </p>
      ));
    case 'lead':
      return (
        <div className={classes.lead}>
          {part.lines.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      );
    case 'words':
      return (
        <div className={classes.words}>
          <WordBlocks blocks={part.blocks} />
        </div>
      );
    case 'columns':
      return (
        <div className={classes.columns}>
          {part.columns.map(({ title, blocks }) => (
            <div key={title}>
              <h2>{title}</h2>
              <WordBlocks blocks={blocks} />
            </div>
          ))}
        </div>
      );
    case 'pictures':
      return <Pictures pictures={part.pictures} />;
    case 'figures':
      return <Figures figures={part.figures} />;
    case 'tallies':
      return <Tallies tallies={part.tallies} />;
    case 'section':
      return (
        <section className={classes.section} aria-label={part.title}>
          <div>
            <h2>{part.title}</h2>
            {part.note && <p className={classes.note}>{part.note}</p>}
          </div>
          <div className={classes.within}>
            <Parts parts={part.parts} />
          </div>
        </section>
      );
  }
}

const Parts = ({ parts }: { parts: readonly DocumentPart[] }) =>
  parts.map((part, at) => (
    // A document never changes: its parts are known by their places.
    <Part key={at} part={part} />
  ));

/** A document of the bench on the screen and on paper, as its PDF has it. */
export function DocumentView({
  document,
  layout,
}: {
  document: BenchDocument;
  /** Left out: all of it. */
  layout?: DocumentLayout;
}) {
  const { title, under, opposite, language } = document;
  return (
    <article className={classes.document} lang={language}>
      <h1>{title}</h1>
      {(under || opposite) && (
        <p className={classes.under}>
          <span>{under}</span> <strong>{opposite}</strong>
        </p>
      )}
      <Parts parts={partsIn(document, layout)} />
    </article>
  );
}
