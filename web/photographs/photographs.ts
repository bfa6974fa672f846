/** The photographs of a subject: fetched, sent, described and removed. */
import { useQuery } from '@tanstack/react-query';
import { v7 as newId } from 'uuid';
import type { Photograph } from '#contract/match-records.ts';
import { FILE_PATHS } from '#contract/paths.ts';
import { keep } from '../api/outbox.ts';
import { useOutbox } from '../api/queries.ts';
import { request } from '../api/request.ts';

export type Subject = Pick<Photograph, 'subjectKind' | 'subjectId'>;

const pathTo = (name: 'getPhotograph' | 'getThumbnail') => FILE_PATHS[name].split(' ')[1] ?? '';

export const fullAddress = (id: string) => pathTo('getPhotograph').replace(':id', id);
export const smallAddress = (id: string) => pathTo('getThumbnail').replace(':id', id);

export const usePhotographs = (subject: Subject) =>
  useQuery({
    queryKey: ['photographs', subject.subjectKind, subject.subjectId],
    queryFn: ({ signal }) => request('listPhotographs', { query: subject, signal }),
  });

/** Keeps photographs for the server, which has them as soon as it can be reached. */
export function sendPhotographs({ subjectKind, subjectId }: Subject, files: readonly File[]): void {
  for (const file of files)
    keep({
      name: 'addPhotograph',
      params: {},
      query: { subjectKind, subjectId, photograph: newId() },
      file,
      title: file.name,
      tag: '',
    });
}

/** How many photographs of a subject are on their way. */
export function useWaitingPhotographs({ subjectId }: Subject): number {
  return useOutbox().waiting.filter(
    (change) => !change.refused && 'file' in change && change.query.subjectId === subjectId,
  ).length;
}
