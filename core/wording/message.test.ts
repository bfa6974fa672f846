/** Messages: their parameters, their style, and that nobody reads a sentence back. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse, TYPE } from '@formatjs/icu-messageformat-parser';
import { describe, expect, it } from 'vitest';
import retired from '../../checks/retired-words.json' with { type: 'json' };
import { textsOfUses } from '../catalogue/rules-of-uses.ts';
import { type AnyMessage, asHeading, joined, message } from './message.ts';
import { MESSAGES } from './messages.ts';
import { textOf } from './sentence.ts';

const LIST = Object.entries(MESSAGES).flatMap(([room, messages]) =>
  Object.entries(messages).map(([name, one]) => ({ id: `${room}/${name}`, message: one })),
);

type Elements = ReturnType<typeof parse>;

/** What a text takes, with the words that it selects by, and all texts that it can become. */
function readElements(elements: Elements) {
  const names = new Map<string, Set<string>>();
  const texts: string[] = [];
  const walk = (parts: Elements) => {
    for (const part of parts) {
      if (part.type === TYPE.literal) texts.push(part.value);
      if (part.type === TYPE.literal || part.type === TYPE.pound) continue;
      const options = 'options' in part ? part.options : {};
      const words = names.get(part.value) ?? new Set();
      for (const word of Object.keys(options)) words.add(word);
      names.set(part.value, words);
      for (const option of Object.values(options)) walk(option.value);
    }
  };
  walk(elements);
  return { names, texts };
}

const sourceOf = ({ source }: AnyMessage) => parse(String(source), { ignoreTag: true });

/** The sources of the product, without tests. */
function sourcesUnder(folder: string): { path: string; text: string }[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => /[.]tsx?$/.test(file) && !/[.]test[.]tsx?$/.test(file))
    .map((file) => join(folder, file))
    .map((path) => ({ path, text: readFileSync(path, 'utf8') }));
}

describe('a sentence', () => {
  const sources = ['core', 'contract', 'server', 'web', 'demo'].flatMap(sourcesUnder);
  it('comes from a message, and nothing is taken for one', () => {
    const casts = sources.filter(
      ({ path, text }) =>
        path !== 'core/wording/sentence.ts' &&
        /\bas (?:unknown as )?Sentence\b|\bsentenceOf\(/.test(text),
    );
    expect(casts.map(({ path }) => path)).toEqual(['core/wording/message.ts']);
  });
  it('is not read back: its letters are neither searched nor compared', () => {
    const readBack = /textOf\([^()]*\)\s*(?:[.]|[!=]==)|[!=]==\s*textOf\(/;
    expect(sources.filter(({ text }) => readBack.test(text)).map(({ path }) => path)).toEqual([]);
  });
});

describe('a message', () => {
  it('is written with what it takes', () => {
    const far = message({ km: 'number', shoe: ['left', 'right'] }, '{shoe} after {km} km');
    expect(textOf(far({ km: 1200, shoe: 'left' }))).toBe('left after 1200 km');
  });
  it('takes another sentence, and tags are letters', () => {
    const inner = message({}, 'tread < 2 mm');
    expect(textOf(message({ why: 'text' }, 'Retire: {why}.')({ why: inner({}) }))).toBe(
      'Retire: tread < 2 mm.',
    );
  });
  it('is joined with others, without those that are not there', () => {
    const [one, two] = [message({}, 'One.')({}), message({}, 'Two.')({})];
    expect(textOf(joined([one, undefined, two]))).toBe('One. Two.');
    expect(textOf(joined([one, two], '; '))).toBe('One.; Two.');
    expect(textOf(asHeading(message({}, 'too short')({})))).toBe('Too short');
  });
});

/** Neither retired phrases nor sentences of more than twenty words. */
function expectPlainWords(whole: string, texts: readonly string[]): void {
  for (const phrase of retired.phrases)
    expect(whole).not.toMatch(new RegExp(`\\b${phrase}\\b`, 'i'));
  for (const sentence of texts.flatMap((text) => text.split(/[.:;?!]/)))
    expect(sentence.split(/\s+/).filter(Boolean).length).toBeLessThanOrEqual(20);
}

it('the definitions of uses are written in the words of the trade too', () => {
  for (const { text } of textsOfUses()) expectPlainWords(text, [text]);
});

describe.each(LIST)('the message $id', ({ message: { parameters, ...rest } }) => {
  const { names, texts } = readElements(sourceOf({ parameters, ...rest }));
  it('takes what it says that it takes, and has a text for each word', () => {
    expect([...names.keys()].sort()).toEqual(Object.keys(parameters).sort());
    for (const [name, words] of names) {
      const taken = parameters[name];
      if (words.size === 0 || taken === 'number') continue;
      expect(Array.isArray(taken)).toBe(true);
      // `other` stands for the last of the list, or for all that have no text of their own.
      for (const word of words) if (word !== 'other') expect(taken).toContain(word);
    }
  });
  it('is written in the words of the trade, twenty to a sentence at most', () => {
    expectPlainWords(texts.join(' '), texts);
  });
});
