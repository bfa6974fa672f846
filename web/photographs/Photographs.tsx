import { Button, FileButton } from '@mantine/core';
import { lazy, Suspense, useRef, useState } from 'react';
import classes from './Photographs.module.css';
import { type Subject, smallAddress, usePhotographs, useSendPhotographs } from './photographs.ts';

const PhotographViewer = lazy(async () => ({
  default: (await import('./PhotographViewer.tsx')).PhotographViewer,
}));

/** Photographs of a pair, a check or a note: small ones in a row, two at a time when opened. */
export function Photographs({
  subject,
  title = 'Photographs',
}: {
  subject: Subject;
  title?: string;
}) {
  const photographs = usePhotographs(subject);
  const send = useSendPhotographs(subject);
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
        if (files.length > 0) send.mutate(files);
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
            if (files.length > 0) send.mutate(files);
            reset.current?.();
          }}
        >
          {(props) => (
            <Button {...props} size="compact-xs" variant="default" loading={send.isPending}>
              Add photographs…
            </Button>
          )}
        </FileButton>
      </div>
      {send.error && (
        <p role="alert" className="look-here">
          {send.error.message}
        </p>
      )}
      {photographs.isSuccess && all.length === 0 && !send.isPending && (
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
}
