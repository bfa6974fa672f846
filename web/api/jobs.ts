/** Long requests: how far each is, and how it is stopped. */
import { useQuery } from '@tanstack/react-query';
import type { JobProgress } from '#contract/job-records.ts';
import { FILE_PATHS } from '#contract/paths.ts';

const PROGRESS_MS = 400;
/** A job that has not begun after so many questions was refused. */
const MOST_ASKED = 25;

const addressOf = (name: 'jobProgress' | 'stopJob', job: string) => {
  const [method = '', path = ''] = FILE_PATHS[name].split(' ');
  return { method, address: path.replace(':id', job) };
};

/** How far a job is, while it is wanted; undefined before it has begun. */
export function useJob(job: string, wanted: boolean): JobProgress | undefined {
  const { data } = useQuery({
    queryKey: ['job', job],
    queryFn: async ({ signal }): Promise<JobProgress | null> => {
      const response = await fetch(addressOf('jobProgress', job).address, { signal });
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
  const { method, address } = addressOf('stopJob', job);
  await fetch(address, { method }).catch(() => undefined);
}
