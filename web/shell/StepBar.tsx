import { useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { IconKeyboard, IconMoon, IconRulerMeasure, IconSearch, IconSun } from '@tabler/icons-react';
import { type DragEvent, lazy, type ReactNode, Suspense, useState } from 'react';
import { Link, NavLink, useLocation, useNavigate, useSearchParams } from 'react-router';
import type { PairRow } from '#contract/pair-records.ts';
import { usePairRow, usePairs } from '../api/queries.ts';
import { useBenchTag } from './bench.ts';
import { PersonMenu } from './PersonMenu.tsx';
import classes from './StepBar.module.css';
import { DRAGGED_EDITION } from './Tray.tsx';

const UnitsMenu = lazy(async () => ({ default: (await import('./UnitsMenu.tsx')).UnitsMenu }));

interface Step {
  name: string;
  to: string;
  state: string;
  /** Something here wants a look. */
  attention?: boolean;
  active: boolean;
}

/** What the check of left against right came to. */
function matchState(row: PairRow | undefined): { state: string; attention: boolean } {
  if (!row) return { state: 'no pair', attention: false };
  if (!row.match) return { state: 'not yet', attention: false };
  const { decision } = row.match;
  if (decision === null) return { state: 'begun', attention: false };
  if (decision === 'return') return { state: 'out, return', attention: true };
  return { state: decision === 'keep' ? 'kept' : 'kept, noted', attention: false };
}

function useSteps(): Step[] {
  const { pathname } = useLocation();
  const [search] = useSearchParams();
  const tag = useBenchTag();
  const pairs = usePairs('table');
  const { data: row } = usePairRow(tag);
  const [first] = pairs.data?.pages ?? [];
  const compared = search.get('editions')?.split(',').filter(Boolean).length ?? 0;
  const measured = row ? `${row.stationsDone} of ${row.stations || '…'}` : 'no pair';
  const done = row && row.stations > 0 && row.stationsDone >= row.stations;
  return [
    {
      name: 'Receive',
      to: row ? `/pairs/${row.tag}/receive` : '/receive',
      state: row
        ? `${row.tag} received`
        : first && first.onTable + first.onShelf > 0
          ? 'a new pair'
          : 'a first pair',
      active: pathname.endsWith('/receive'),
    },
    {
      name: 'Match',
      to: row ? `/pairs/${row.tag}/match` : '/receive',
      ...matchState(row),
      active: pathname.endsWith('/match') || pathname.endsWith('/return-note'),
    },
    {
      name: 'Measure',
      to: row ? `/pairs/${row.tag}/measure` : '/receive',
      state: done ? 'done' : row && row.readings === 0 ? 'not yet' : measured,
      active: pathname.endsWith('/measure'),
    },
    {
      name: 'Compare',
      to: pathname === '/compare' ? `/compare?${search}` : '/compare',
      state: pathname === '/compare' && compared > 0 ? `${compared} editions` : 'editions',
      active: pathname === '/compare',
    },
    {
      name: 'Sheets',
      to: row
        ? `/sheets/${row.editionSlug}?label=${row.label.system}-${row.label.size}`
        : '/sheets',
      state: row ? (row.readings > 0 ? 'has figures' : 'none yet') : 'all',
      active: pathname.startsWith('/sheets'),
    },
  ];
}

/** Ruler ticks under the steps: ten to a step. */
function Rule() {
  return <div className={classes.rule} aria-hidden="true" />;
}

/** The menu is fetched when it is first wanted. */
function UnitsButton() {
  const [wanted, setWanted] = useState(false);
  const button = (
    <button type="button" className={classes.textButton} onClick={() => setWanted(true)}>
      <IconRulerMeasure size={17} aria-hidden="true" /> Units
    </button>
  );
  return wanted ? (
    <Suspense fallback={button}>
      <UnitsMenu />
    </Suspense>
  ) : (
    button
  );
}

function ThemeButton() {
  const { setColorScheme } = useMantineColorScheme();
  const scheme = useComputedColorScheme('light');
  const other = scheme === 'dark' ? 'light' : 'dark';
  return (
    <button
      type="button"
      className={classes.textButton}
      aria-label={`To the ${other} theme`}
      title={`To the ${other} theme`}
      onClick={() => setColorScheme(other)}
    >
      {scheme === 'dark' ? <IconSun size={18} /> : <IconMoon size={18} />}
    </button>
  );
}

/** Compare takes an edition that is dropped on it from the tray. */
function DropTarget({ children }: { children: ReactNode }) {
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const { pathname } = useLocation();
  const [over, setOver] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const slug = event.dataTransfer.getData(DRAGGED_EDITION);
    if (!slug) return;
    const before = pathname === '/compare' ? (search.get('editions')?.split(',') ?? []) : [];
    const editions = [...new Set([...before.filter(Boolean), slug])].slice(-4);
    void navigate(`/compare?editions=${editions.join(',')}`);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the tray has a button for it; dropping is a short cut
    <div
      data-over={over}
      className={classes.drop}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      {children}
    </div>
  );
}

export function StepBar({
  onGoTo,
  onHelp,
  demo,
}: {
  onGoTo: () => void;
  onHelp: () => void;
  demo: boolean;
}) {
  const steps = useSteps();
  return (
    <div className={classes.bar}>
      <Link to="/" className={classes.brand}>
        Emvex{demo && <span className={classes.demo}>demo bench</span>}
      </Link>
      <nav aria-label="Steps" className={classes.steps}>
        {steps.map((step) => {
          const link = (
            <NavLink
              key={step.name}
              to={step.to}
              className={classes.step ?? ''}
              data-active={step.active}
              aria-current={step.active ? 'page' : undefined}
            >
              <span className={classes.name}>{step.name}</span>
              <span className={classes.state} data-attention={step.attention}>
                {step.state}
              </span>
            </NavLink>
          );
          return step.name === 'Compare' ? <DropTarget key={step.name}>{link}</DropTarget> : link;
        })}
        <Rule />
      </nav>
      <div className={classes.aside}>
        <NavLink to="/studies" className={classes.textButton ?? ''}>
          Studies
        </NavLink>
        <NavLink to="/lab" className={classes.textButton ?? ''}>
          Lab
        </NavLink>
        <NavLink to="/guide" className={classes.textButton ?? ''}>
          Guide
        </NavLink>
        <PersonMenu />
        <UnitsButton />
        <button type="button" className={classes.textButton} onClick={onGoTo} title="Ctrl K">
          <IconSearch size={17} aria-hidden="true" /> Go to
        </button>
        <button
          type="button"
          className={`${classes.textButton} ${classes.keys}`}
          onClick={onHelp}
          title="?"
        >
          <IconKeyboard size={17} aria-hidden="true" /> Keys
        </button>
        <ThemeButton />
      </div>
    </div>
  );
}
