/** Every form keeps what is typed in it until it is sent, by the one mechanism of draft.ts. */
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { dropAllDrafts, dropDraft, readDraft, withDraft, writeDraft } from './draft.ts';

const WEB = join(import.meta.dirname, '..');

/** Files that take typing and send none of it as it stands, each with what becomes of it. */
const WITHOUT_DRAFT: Record<string, string> = {
  'lab/LineForm.tsx': 'its fields come from the form around it',
  'hall/OutingTaps.tsx': 'its draft is the page’s',
  'fit/Wearer.tsx': 'part of the try-on, whose draft it changes',
  'fit/Questions.tsx': 'part of the try-on, whose draft it changes',
  'fit/FootField.tsx': 'stands in the address once read',
  'fit/RecommendationPage.tsx': 'stands in the address',
  'fit/LacingPage.tsx': 'stands in the address',
  'fit/ArchField.tsx': 'works out an arch, which the draft of the feet then holds',
  'compare/ShelfPage.tsx': 'words to look for, in the address',
  'compare/LikeThis.tsx': 'words to look for',
  'shell/Tray.tsx': 'words to look for',
  'sheets/SheetsPage.tsx': 'words to look for',
  'guide/GuidePage.tsx': 'words to look for',
  'guide/WordsPage.tsx': 'words to look for',
  'guide/ShoePage.tsx': 'words to look for',
  'guide/ChoosePage.tsx': 'stands in the address',
  'guide/CalculatorPage.tsx': 'stands in the address',
  'lab/TableColumns.tsx': 'the mapping of a file that is open, kept by its heads',
  'wear/RouteFiles.tsx': 'terms of files that are open: a browser keeps no files',
  'receive/TagsPage.tsx': 'what is printed, and sent nowhere',
  'studies/SidesPage.tsx': 'limits of a view',
  'studies/PairStudyPage.tsx': 'limits of a view',
  'measure/OneMoreDialog.tsx': 'one choice of a list',
};

const KEEPS =
  /\b(?:useDraft|useDraftForm|useSchemaForm|useTryOnDraft|useTypedClaims|writeDraft)(?:<\w+>)?\(|UseFormReturnType|\bForm\b } from|type Form\b/;
const TAKES = /<(?:form|TextInput|Textarea|NumberInput|Autocomplete)\b/;

const files = readdirSync(WEB, { recursive: true, encoding: 'utf8' }).filter(
  (file) => file.endsWith('.tsx') && !file.endsWith('.test.tsx'),
);

describe('what is typed', () => {
  it('is kept as a draft, in every file that takes typing', () => {
    const without = files
      .map((file) => relative(WEB, join(WEB, file)))
      .filter((file) => {
        const source = readFileSync(join(WEB, file), 'utf8');
        return TAKES.test(source) && !KEEPS.test(source) && !(file in WITHOUT_DRAFT);
      });
    expect(without).toEqual([]);
  });

  it('is left out of drafts for a reason that still stands', () => {
    expect(Object.keys(WITHOUT_DRAFT).filter((file) => !files.includes(file))).toEqual([]);
  });

  it('has one mechanism', () => {
    const others = files.filter((file) =>
      /useForm\(|useForm</.test(readFileSync(join(WEB, file), 'utf8')),
    );
    expect(others).toEqual([]);
  });
});

describe('a draft', () => {
  const start = { typed: '', sides: ['left'] };
  beforeEach(() => {
    const items = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      get length() {
        return items.size;
      },
      key: (index: number) => [...items.keys()][index] ?? null,
      getItem: (key: string) => items.get(key) ?? null,
      setItem: (key: string, value: string) => items.set(key, value),
      removeItem: (key: string) => items.delete(key),
    });
  });

  it('holds only what differs from what the form began with', () => {
    writeDraft('outing', { typed: '12 km', sides: ['left'] }, start);
    expect(readDraft('outing')).toEqual({ typed: '12 km' });
    // The record was changed meanwhile: what was not typed here is as it stands now.
    expect(withDraft('outing', { typed: '', sides: ['right'] })).toEqual({
      typed: '12 km',
      sides: ['right'],
    });
  });

  it('is gone once nothing differs, once it is sent, and for another person', () => {
    writeDraft('outing', { ...start, typed: '12 km' }, start);
    writeDraft('outing', start, start);
    expect(localStorage.length).toBe(0);
    writeDraft('a', { ...start, typed: '1' }, start);
    writeDraft('b', { ...start, typed: '2' }, start);
    dropDraft('a');
    expect(readDraft('a')).toEqual({});
    dropAllDrafts();
    expect(withDraft('b', start)).toEqual(start);
  });

  it.each(['nonsense', '3', 'null', '[1'])('that cannot be read (%s) is none', (text) => {
    localStorage.setItem('emvex-draft:outing', text);
    expect(withDraft('outing', start)).toEqual(start);
  });

  it('does no harm in a browser that is full', () => {
    vi.stubGlobal('localStorage', {
      getItem: () => null,
      setItem: () => {
        throw new DOMException('full', 'QuotaExceededError');
      },
    });
    expect(() => writeDraft('outing', { ...start, typed: '12 km' }, start)).not.toThrow();
  });
});
