import { lazy, type ReactNode, Suspense, useId, useRef, useState } from 'react';
import classes from './ChartFrame.module.css';
import type { ChartTable } from './ChartRows.tsx';

/** Few read a chart as a table: it comes when it is opened. */
const ChartRows = lazy(async () => ({ default: (await import('./ChartRows.tsx')).ChartRows }));

/** Frames a chart: it can be read as a table and saved as SVG or PNG. */
export function ChartFrame({
  name,
  table,
  quiet = false,
  keysAt = 'top',
  children,
}: {
  /** Names the files: `loop-ns-03`. */
  name: string;
  table: ChartTable;
  /** The keys show only under the pointer or the focus: for small charts that stand in rows. */
  quiet?: boolean;
  /** Where the keys lie: at the foot of a drawing whose own words stand at its top. */
  keysAt?: 'top' | 'foot';
  children: ReactNode;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const [open, setOpen] = useState(false);
  const id = useId();
  const save = async (kind: 'svg' | 'png') => {
    const chart = frame.current?.querySelector('svg');
    if (!chart) return;
    // Saving is seldom: what it takes is fetched when it is asked for.
    const { savePng, saveSvg } = await import('./export-chart.ts');
    if (kind === 'svg') saveSvg(chart, name);
    else await savePng(chart, name);
  };
  return (
    <div className={classes.frame} data-quiet={quiet}>
      <div ref={frame} hidden={open}>
        {children}
      </div>
      {open && (
        <div id={id} className={classes.scroll}>
          <Suspense fallback={null}>
            <ChartRows table={table} />
          </Suspense>
        </div>
      )}
      <div className={classes.keys} data-at={keysAt}>
        <button type="button" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'chart' : 'table'}
        </button>
        <button type="button" disabled={open} onClick={() => void save('svg')}>
          SVG
        </button>
        <button type="button" disabled={open} onClick={() => void save('png')}>
          PNG
        </button>
      </div>
    </div>
  );
}
