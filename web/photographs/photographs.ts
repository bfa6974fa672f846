/** The photographs of a subject: fetched, sent, described and removed. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { v7 as newId } from 'uuid';
import type { Photograph } from '#contract/match-records.ts';
import { CHANGE_HEADER, FILE_PATHS, PERSON_HEADER } from '#contract/paths.ts';
import type { Problem } from '#contract/records.ts';
import { RequestFault, request } from '../api/request.ts';
import { announce } from '../api/tabs.ts';

export type Subject = Pick<Photograph, 'subjectKind' | 'subjectId'>;

const pathTo = (name: 'addPhotograph' | 'getPhotograph' | 'getThumbnail') =>
  FILE_PATHS[name].split(' ')[1] ?? '';

export const fullAddress = (id: string) => pathTo('getPhotograph').replace(':id', id);
export const smallAddress = (id: string) => pathTo('getThumbnail').replace(':id', id);

export const usePhotographs = (subject: Subject) =>
  useQuery({
    queryKey: ['photographs', subject.subjectKind, subject.subjectId],
    queryFn: ({ signal }) => request('listPhotographs', { query: subject, signal }),
  });

async function sendPhotograph(subject: Subject, file: File): Promise<Photograph> {
  const query = new URLSearchParams({ ...subject, photograph: newId() });
  const response = await fetch(`${pathTo('addPhotograph')}?${query}`, {
    method: 'POST',
    headers: {
      'content-type': file.type || 'application/octet-stream',
      [CHANGE_HEADER]: newId(),
      [PERSON_HEADER]: 'bench',
    },
    body: file,
  }).catch(() => {
    throw new RequestFault(0, 'The server cannot be reached. The photograph is not kept yet.');
  });
  if (response.ok) return (await response.json()) as Photograph;
  const problem = (await response.json().catch(() => undefined)) as Problem | undefined;
  throw new RequestFault(
    response.status,
    `${file.name}: ${problem?.detail ?? `the server answered ${response.status}.`}`,
    problem,
  );
}

/** Sends files one after the other; what was kept before a fault stays. */
export function useSendPhotographs(subject: Subject) {
  const client = useQueryClient();
  return useMutation<void, RequestFault, File[]>({
    mutationFn: async (files) => {
      for (const file of files) await sendPhotograph(subject, file);
    },
    onSettled: async () => {
      announce({ kind: 'changed' });
      await client.invalidateQueries({ queryKey: ['photographs'] });
    },
  });
}
