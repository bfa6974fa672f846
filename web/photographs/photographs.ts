/** The photographs of a subject: fetched, sent, described and removed. */
import { useQuery } from '@tanstack/react-query';
import { v7 as newId } from 'uuid';
import type { Photograph } from '#contract/match-records.ts';
import { keep } from '../api/outbox.ts';
import { useOutbox } from '../api/queries.ts';
import { addressOf, request } from '../api/request.ts';

export type Subject = Pick<Photograph, 'subjectKind' | 'subjectId'>;

export const fullAddress = (id: string) => addressOf('getPhotograph', { id });
export const smallAddress = (id: string) => addressOf('getThumbnail', { id });

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
