import { isStorageLasting } from '../kit/storage.ts';
import { CameraPage } from './CameraPage.tsx';
import { useOutbox } from './hall-outbox.ts';
import { useHallView } from './hall-view.ts';
import { TestersPage } from './TestersPage.tsx';

/** A clock that is off by more is told. */
const ODD_CLOCK_MS = 10 * 60_000;

/** The state of the connection in words: whether what is kept here is at the bench. */
function StateWords({ away }: { away: boolean }) {
  const outbox = useOutbox();
  const waiting = outbox.waiting.length;
  const lost = away || outbox.status === 'waiting';
  const kept = waiting === 0 ? '' : `${waiting} kept on this phone`;
  const lasting =
    outbox.durable && isStorageLasting()
      ? ''
      : 'This phone keeps nothing when the page closes: leave it open until all is sent.';
  return (
    <p className="hall-state" role="status">
      {[
        lost ? 'No connection.' : '',
        kept || (lost ? '' : 'Everything is saved in the lab'),
        lasting,
      ]
        .filter(Boolean)
        .join(' ')}
    </p>
  );
}

function clockWords(aheadMs: number): string {
  const minutes = Math.round(Math.abs(aheadMs) / 60_000);
  const far =
    minutes < 120
      ? `${minutes} minutes`
      : minutes < 2880
        ? `${Math.round(minutes / 60)} hours`
        : `${Math.round(minutes / 1440)} days`;
  return `The clock of this phone is ${far} ${aheadMs > 0 ? 'ahead' : 'behind'}: dates are those of the lab.`;
}

/** The page that a link opens: of a tester, or the camera for one pair. */
export function HallPage() {
  const shown = useHallView();
  if (!('view' in shown))
    return (
      <main className="hall-page">
        <h1>Emvex</h1>
        <p role="status">{shown.fault}</p>
      </main>
    );
  const { view, aheadMs, away, fault } = shown;
  return (
    <>
      <header className="hall-head">
        <h1>{view.kind === 'tester' ? view.tester : view.pair.tag}</h1>
        <StateWords away={away} />
      </header>
      <main className="hall-page">
        {Math.abs(aheadMs) > ODD_CLOCK_MS && <p className="look-here">{clockWords(aheadMs)}</p>}
        {fault && !away && <p className="look-here">{fault}</p>}
        {view.kind === 'tester' ? (
          <TestersPage view={view} aheadMs={aheadMs} />
        ) : (
          <CameraPage view={view} />
        )}
        <footer className="soft">
          {view.isPrivate
            ? 'Only you and the lab can read what you send.'
            : 'This connection is not encrypted: others on this network could read it. Nothing here asks for your name.'}
        </footer>
      </main>
    </>
  );
}
