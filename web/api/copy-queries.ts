/** Copies of the book: the list, a look into one, and how one is restored. */
import { useMutation, useQuery } from '@tanstack/react-query';
import { ADDRESSES } from '#contract/addresses.ts';
import type { AnswerOf } from '#contract/endpoints.ts';
import { queryClient } from './queries.ts';
import { type RequestFault, request } from './request.ts';
import { announce } from './tabs.ts';

export const useCopies = () =>
  useQuery({
    queryKey: ['lab', 'copies'],
    queryFn: ({ signal }) => request('listBackups', { signal }),
  });

export const useCopyLook = (name: string) =>
  useQuery({
    queryKey: ['lab', 'copies', name],
    queryFn: ({ signal }) => request('lookIntoBackup', { params: { name }, signal }),
    enabled: name !== '',
    // The present book goes on meanwhile.
    staleTime: 0,
  });

export const refetchCopies = () => queryClient.invalidateQueries({ queryKey: ['lab', 'copies'] });

export const useMakeCopy = () =>
  useMutation<AnswerOf<'makeBackup'>, RequestFault, { job: string }>({
    mutationFn: ({ job }) => request('makeBackup', { query: { job } }),
    onSettled: refetchCopies,
  });

/** Shuts writing, and answers with what a restore would lose. */
export const usePrepareRestore = () =>
  useMutation<AnswerOf<'prepareRestore'>, RequestFault, { name: string }>({
    mutationFn: ({ name }) => request('prepareRestore', { params: { name } }),
  });

export const useCancelRestore = () =>
  useMutation<AnswerOf<'cancelRestore'>, RequestFault, { name: string }>({
    mutationFn: ({ name }) => request('cancelRestore', { params: { name } }),
  });

export const useRestore = () =>
  useMutation<AnswerOf<'restoreBackup'>, RequestFault, { name: string; lost: number | null }>({
    mutationFn: ({ name, lost }) => request('restoreBackup', { params: { name }, body: { lost } }),
    // Another book is served: nothing that was fetched of the former one holds, in other tabs neither.
    onSuccess: () => {
      announce({ kind: 'changed', topics: ADDRESSES.takePackage.touches ?? [] });
      window.location.reload();
    },
    onError: refetchCopies,
  });
