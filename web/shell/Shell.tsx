import { Button } from '@mantine/core';
import { useDisclosure, useHotkeys, useMediaQuery } from '@mantine/hooks';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Outlet, useLocation, useMatches } from 'react-router';
import { useHealth, useLab } from '../api/queries.ts';
import type { ShellContext } from './context.ts';
import { useHand } from './hand.ts';
import { RefusedChanges } from './RefusedChanges.tsx';
import { SavedState } from './SavedState.tsx';
import { ServerAway } from './ServerAway.tsx';
import classes from './Shell.module.css';
import { StepBar } from './StepBar.tsx';
import { Tray } from './Tray.tsx';

const KeyHelp = lazy(async () => ({ default: (await import('./KeyHelp.tsx')).KeyHelp }));
const TrayDrawer = lazy(async () => ({ default: (await import('./TrayDrawer.tsx')).TrayDrawer }));
const GoTo = lazy(async () => ({ default: (await import('./GoTo.tsx')).GoTo }));
const FirstStart = lazy(async () => ({
  default: (await import('../lab/FirstStart.tsx')).FirstStart,
}));

/** What a page calls itself in the browser's tab; `:tag` and the like stand for names of its address. */
export interface PageHandle {
  title: string;
  /** Takes the width of the tray. */
  wide?: boolean;
  /** Works before the lab is set up. */
  beforeStart?: boolean;
}

/** The title of the page that is open, with the names that its address holds, and whether it is a wide one. */
function usePageHandle(): Required<PageHandle> {
  const page = useMatches().findLast((match) => match.handle !== undefined);
  const {
    title = 'Bench',
    wide = false,
    beforeStart = false,
  } = (page?.handle as PageHandle | undefined) ?? {};
  const named = title.replace(/:(\w+)/g, (_, name: string) => page?.params[name] ?? '');
  return { title: named, wide, beforeStart };
}

/** The frame of every page: steps along a rule, the tray, and the page itself. */
export function Shell() {
  const [helpOpen, help] = useDisclosure(false);
  const [trayOpen, tray] = useDisclosure(false);
  const [goTo, setGoTo] = useState(false);
  const narrow = useMediaQuery('(max-width: 800px)') ?? false;
  const { title, wide, beforeStart } = usePageHandle();
  const folded = narrow || wide;
  const lab = useLab();
  const health = useHealth();
  const location = useLocation();
  // Go-to works from every field; the question mark only where it is not being typed.
  useHotkeys([['mod+K', () => setGoTo(true)]], []);
  useHotkeys([
    ['?', () => help.open()],
    ['shift+?', () => help.open()],
  ]);
  // A page chosen from the drawer closes it.
  useEffect(() => {
    if (location.pathname) tray.close();
  }, [location.pathname, tray.close]);
  useHand();
  const start = lab.data && !lab.data.setUp && !beforeStart;
  // A lab that is not set up has no pairs to list: its first page takes the whole width.
  const listed = !folded && !start;
  return (
    <div className={classes.shell} data-folded={!listed}>
      <title>{`${start ? 'First start' : title} · Emvex`}</title>
      <a className="skip" href="#page">
        To the page
      </a>
      <header className={classes.head}>
        <StepBar
          onGoTo={() => setGoTo(true)}
          onHelp={help.open}
          demo={health.data?.demo ?? false}
        />
        <ServerAway />
        <RefusedChanges />
      </header>
      {listed && (
        <aside className={classes.tray} aria-label="Tray">
          <Tray />
        </aside>
      )}
      <main id="page" className={classes.page} tabIndex={-1}>
        {folded && !start && (
          <Button variant="default" size="xs" onClick={tray.open} className={classes.trayButton}>
            Tray
          </Button>
        )}
        {lab.isError && (
          <p role="alert" className="look-here">
            {lab.error.message}
          </p>
        )}
        <Suspense fallback={null}>
          {start ? (
            <FirstStart />
          ) : (
            lab.data && <Outlet context={{ openHelp: help.open } satisfies ShellContext} />
          )}
        </Suspense>
      </main>
      <Suspense fallback={null}>
        {trayOpen && folded && <TrayDrawer onClose={tray.close} />}
        {helpOpen && <KeyHelp onClose={help.close} />}
        {goTo && <GoTo onClose={() => setGoTo(false)} onHelp={help.open} />}
      </Suspense>
      <SavedState />
    </div>
  );
}
