/** Long requests: how far each is, and how it is stopped. */
import { useQuery } from '@tanstack/react-query';
import type { JobProgress } from '#contract/job-records.ts';
import { addressOf } from './request.ts';

const PROGRESS_MS = 400;
/** A job that has not begun after so many questions was refused. */
const MOST_ASKED = 25;

/** How far a job is, while it is wanted; undefined before it has begun. */
export function useJob(job: string, wanted: boolean): JobProgress | undefined {
  const { data } = useQuery({
    queryKey: ['job', job],
    queryFn: async ({ signal }): Promise<JobProgress | null> => {
      const response = await fetch(addressOf('jobProgress', { id: job }), { signal });
      return response.ok ? ((await response.json()) as JobProgress) : null;
    },
    enabled: wanted,
    refetchInterval: ({ state: { data, dataUpdateCount } }) =>
      data?.ended || (!data && dataUpdateCount > MOST_ASKED) ? false : PROGRESS_MS,
    staleTime: 0,
    gcTime: 0,
  });
  return data ?? undefined;
}

export async function stopJob(job: string): Promise<void> {
  await fetch(addressOf('stopJob', { id: job }), { method: 'DELETE' }).catch(() => undefined);
}
