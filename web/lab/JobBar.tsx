import { Button, Progress } from '@mantine/core';
import type { JobProgress } from '#contract/job-records.ts';

/** How far a long request is, and the way to stop it. */
export function JobBar({
  progress,
  name,
  of,
  onStop,
}: {
  progress: JobProgress | undefined;
  name: string;
  /** What is counted: pairs, readings. */
  of: string;
  onStop: () => void;
}) {
  const { done = 0, total = 0 } = progress ?? {};
  return (
    <div style={{ maxWidth: 520, margin: '10px 0' }}>
      <p role="status">
        {name}: {done.toLocaleString('en')} of {total.toLocaleString('en')} {of}{' '}
        <Button size="compact-xs" variant="default" onClick={onStop}>
          Stop
        </Button>
      </p>
      <Progress value={total > 0 ? (100 * done) / total : 2} aria-label={`Progress: ${name}`} />
    </div>
  );
}
