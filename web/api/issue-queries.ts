/** Hooks of sheets and comparisons as they are written, issued and withdrawn. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useChange } from './queries.ts';
import { request } from './request.ts';

export const useSheetDraft = (edition: string, label: string | undefined, enabled = true) =>
  useQuery({
    // Figures move with what is measured, words with what is written.
    queryKey: ['figures', 'draft', edition, label],
    queryFn: ({ signal }) =>
      request('getSheetDraft', { params: { edition }, query: { label }, signal }),
    placeholderData: keepPreviousData,
    enabled,
  });

export const useComparisonDraft = (id: string, enabled = true) =>
  useQuery({
    queryKey: ['figures', 'comparison draft', id],
    queryFn: ({ signal }) => request('getComparisonDraft', { params: { id }, signal }),
    enabled,
  });

export const useSheetsIssued = () =>
  useQuery({
    queryKey: ['issued', 'sheets'],
    queryFn: ({ signal }) => request('listSheetsIssued', { signal }),
  });

export const useIssuedRecord = (id: string) =>
  useQuery({
    queryKey: ['issued', 'record', id],
    queryFn: ({ signal }) => request('getIssued', { params: { id }, signal }),
  });

export const useKeptComparisons = (enabled = true) =>
  useQuery({
    queryKey: ['issued', 'comparisons'],
    queryFn: ({ signal }) => request('listComparisons', { signal }),
    enabled,
  });

/** A sheet is issued once the words that were left a moment ago are kept. */
const SHEET = 'sheet';

export const useWriteWords = () => useChange('writeWords', SHEET);
export const useChooseForSheet = () => useChange('chooseForSheet', SHEET);
export const useIssueSheet = () => useChange('issueSheet', SHEET);
export const useIssueComparison = () => useChange('issueComparison', SHEET);
export const useWithdraw = () => useChange('withdrawIssued');
export const useKeepComparison = () => useChange('keepComparison');
export const useDropComparison = () => useChange('dropComparison');
