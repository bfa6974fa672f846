import { Button, FileButton } from '@mantine/core';
import { lazy, memo, Suspense, useRef, useState } from 'react';
import classes from './Photographs.module.css';
import {
  type Subject,
  sendPhotographs,
  smallAddress,
  usePhotographs,
  useWaitingPhotographs,
} from './photographs.ts';

const PhotographViewer = lazy(async () => ({
  default: (await import('./PhotographViewer.tsx')).PhotographViewer,
}));

/** Photographs of a pair, a check or a note: small ones in a row, two at a time when opened. */
export const Photographs = memo(function Photographs({
  subject,
  title = 'Photographs',
}: {
  subject: Subject;
  title?: string;
}) {
  const photographs = usePhotographs(subject);
  const waiting = useWaitingPhotographs(subject);
  const [opened, setOpened] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const reset = useRef<() => void>(null);
  const all = photographs.data ?? [];
  return (
    <section
      aria-label={title}
      className={classes.area}
      data-over={over}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const files = [...event.dataTransfer.files];
        sendPhotographs(subject, files);
      }}
    >
      <div className={classes.top}>
        <h2>
          {title} <span className="soft">{all.length > 0 ? all.length : ''}</span>
        </h2>
        <FileButton
          multiple
          accept="image/jpeg,image/png,image/webp,image/heic,image/heif"
          resetRef={reset}
          onChange={(files) => {
            sendPhotographs(subject, files);
            reset.current?.();
          }}
        >
          {(props) => (
            <Button {...props} size="compact-xs" variant="default">
              Add photographs…
            </Button>
          )}
        </FileButton>
      </div>
      {waiting > 0 && (
        <p role="status" className="soft">
          {waiting} on {waiting === 1 ? 'its' : 'their'} way.
        </p>
      )}
      {photographs.isSuccess && all.length === 0 && waiting === 0 && (
        <p className="soft">
          JPEG, PNG or WebP, dropped here or chosen. Place and camera are taken out of them.
        </p>
      )}
      <ul className={classes.row}>
        {all.map((photograph, index) => {
          const words =
            [photograph.side, photograph.caption].filter(Boolean).join(': ') ||
            `photograph ${index + 1}`;
          return (
            <li key={photograph.id}>
              <button type="button" onClick={() => setOpened(photograph.id)}>
                <img src={smallAddress(photograph.id)} alt="" loading="lazy" />
                <span>{words}</span>
              </button>
            </li>
          );
        })}
      </ul>
      {opened && (
        <Suspense fallback={null}>
          <PhotographViewer all={all} first={opened} onClose={() => setOpened(null)} />
        </Suspense>
      )}
    </section>
  );
});
