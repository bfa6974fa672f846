import type {
  BenchDocument,
  DocumentDrawing,
  DocumentPart,
  DocumentRow,
} from '#core/sheet/document.ts';
import { DataTable } from './DataTable.tsx';
import classes from './DocumentView.module.css';
import { RungMark } from './RungMark.tsx';

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
      </svg>
      <figcaption>{drawing.words}</figcaption>
    </figure>
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

function Part({ part }: { part: DocumentPart }) {
  if (part.kind === 'heading') return <h2>{part.text}</h2>;
  if (part.kind === 'table') return <Table part={part} />;
  if (part.kind === 'facts')
    return (
      <dl className={classes.facts}>
        {part.rows.map(([name, words]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
    );
  if (part.kind === 'drawings')
    return (
      <div className={classes.drawings}>
        {part.drawings.map((drawing) => (
          <Drawing key={drawing.words} drawing={drawing} />
        ))}
      </div>
    );
  return part.lines.map((line) => (
    <p key={line} className={part.small ? classes.small : undefined}>
      {line}
    </p>
  ));
}

/** A document of the bench on the screen and on paper, as its PDF has it. */
export function DocumentView({ document }: { document: BenchDocument }) {
  return (
    <article className={classes.document} lang={document.language}>
      <h1>{document.title}</h1>
      {document.parts.map((part, at) => (
        // A document never changes: its parts are known by their places.
        <Part key={at} part={part} />
      ))}
    </article>
  );
}
