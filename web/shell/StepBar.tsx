import { useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { IconKeyboard, IconMoon, IconSearch, IconSun } from '@tabler/icons-react';
import {
  type ComponentProps,
  type ComponentType,
  type DragEvent,
  lazy,
  type ReactNode,
  Suspense,
  useState,
} from 'react';
import { Link, NavLink, useLocation, useNavigate, useSearchParams } from 'react-router';
import { usePairRow, usePairs } from '../api/queries.ts';
import { useBenchTag } from './bench.ts';
import { PersonButton, UnitsButton } from './MenuButtons.tsx';
import classes from './StepBar.module.css';
import type { Bench, Step } from './step.ts';
import { pageAt, STEPS } from './steps.ts';
import { DRAGGED_EDITION } from './Tray.tsx';

const PersonMenu = lazy(async () => ({ default: (await import('./PersonMenu.tsx')).PersonMenu }));
const UnitsMenu = lazy(async () => ({ default: (await import('./UnitsMenu.tsx')).UnitsMenu }));

function useBench(): Bench {
  const { pathname } = useLocation();
  const [search] = useSearchParams();
  const { data: row } = usePairRow(useBenchTag());
  const [first] = usePairs('table').data?.pages ?? [];
  return { pathname, search, row, empty: !first || first.onTable + first.onShelf === 0 };
}

/** Ruler ticks under the steps: ten to a step. */
function Rule() {
  return <div className={classes.rule} aria-hidden="true" />;
}

/** A menu is fetched when it is first wanted. */
function LazyMenu({
  button: MenuButton,
  menu: OpenMenu,
}: {
  button: ComponentType<ComponentProps<'button'>>;
  menu: ComponentType;
}) {
  const [wanted, setWanted] = useState(false);
  if (!wanted) return <MenuButton onClick={() => setWanted(true)} />;
  return (
    <Suspense fallback={<MenuButton />}>
      <OpenMenu />
    </Suspense>
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

/** A step that takes an edition which is dropped on it from the tray. */
function DropTarget({ to, children }: { to: (slug: string) => string; children: ReactNode }) {
  const navigate = useNavigate();
  const [over, setOver] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const slug = event.dataTransfer.getData(DRAGGED_EDITION);
    if (slug) void navigate(to(slug));
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

/** A step in the bar, with how it stands. */
function StandingStep({ step, bench, active }: { step: Step; bench: Bench; active: boolean }) {
  const standing = step.stands?.(bench);
  if (!standing) return null;
  const { takesEdition } = step;
  const link = (
    <NavLink
      to={standing.to}
      className={classes.step ?? ''}
      data-active={active}
      aria-current={active ? 'page' : undefined}
    >
      <span className={classes.name}>{step.name}</span>
      <span className={classes.state} data-attention={standing.attention ?? false}>
        {standing.words}
      </span>
    </NavLink>
  );
  return takesEdition ? (
    <DropTarget to={(slug) => takesEdition(slug, bench)}>{link}</DropTarget>
  ) : (
    link
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
  const bench = useBench();
  const here = pageAt(bench.pathname)?.step;
  return (
    <div className={classes.bar}>
      <Link to="/" className={classes.brand}>
        Emvex{demo && <span className={classes.demo}>demo bench</span>}
      </Link>
      <nav aria-label="Steps" className={classes.steps}>
        {STEPS.map((step) => (
          <StandingStep key={step.name} step={step} bench={bench} active={step === here} />
        ))}
        <Rule />
      </nav>
      <div className={classes.aside}>
        {STEPS.map(
          ({ name, pages: [first], stands }) =>
            first &&
            !stands && (
              <NavLink key={name} to={`/${first.path}`} className={classes.textButton ?? ''}>
                {name}
              </NavLink>
            ),
        )}
        <LazyMenu button={PersonButton} menu={PersonMenu} />
        <LazyMenu button={UnitsButton} menu={UnitsMenu} />
        <button type="button" className={classes.textButton} onClick={onGoTo} title="Go to: Ctrl K">
          <IconSearch size={17} aria-hidden="true" /> <span className={classes.word}>Go to</span>
        </button>
        <button
          type="button"
          className={`${classes.textButton} ${classes.keys}`}
          onClick={onHelp}
          title="Keys: ?"
        >
          <IconKeyboard size={17} aria-hidden="true" /> <span className={classes.word}>Keys</span>
        </button>
        <ThemeButton />
      </div>
    </div>
  );
}
