/** Messages: the one way to make a sentence. ICU MessageFormat, with the parameters said beside the text. */
import { IntlMessageFormat } from 'intl-messageformat';
import { type Sentence, sentenceOf, textOf } from './sentence.ts';

/** What a parameter may be: words that are ready, a number, or one word of a list that the text selects by. */
export type Parameter = 'text' | 'number' | readonly string[];

type Given<P> = P extends 'text'
  ? string | Sentence
  : P extends 'number'
    ? number
    : P extends readonly (infer Word)[]
      ? Word
      : never;

/** A text as it is written here; or as the build has parsed it, so that pages carry no parser. */
type Source = ConstructorParameters<typeof IntlMessageFormat>[0];

export interface Message<Parameters extends Readonly<Record<string, Parameter>>> {
  (given: { [Name in keyof Parameters]: Given<Parameters[Name]> }): Sentence;
  readonly parameters: Parameters;
  readonly source: Source;
}

/** A message with any parameters, for lists of messages. */
export interface AnyMessage {
  readonly parameters: Readonly<Record<string, Parameter>>;
  readonly source: Source;
}

/**
 * Defines a message.
 *
 * @param parameters name by name what the text takes; `{}` where it takes nothing
 * @param source ICU MessageFormat as one string literal: the build parses it
 * @example message({ gap: 'text' }, 'differs by {gap}')({ gap: '2.1 mm' }) // differs by 2.1 mm
 */
export function message<const Parameters extends Readonly<Record<string, Parameter>>>(
  parameters: Parameters,
  source: Source,
): Message<Parameters> {
  let format: IntlMessageFormat | undefined;
  const write = (given: Readonly<Record<string, unknown>>) => {
    format ??= new IntlMessageFormat(source, 'en-GB', undefined, { ignoreTag: true });
    return sentenceOf(String(format.format(given as Record<string, string | number>)));
  };
  return Object.assign(write, { parameters, source });
}

/** What a list of messages can say, as data: the name of a message, and what it takes. */
export type SaidOf<Messages> = {
  [Name in keyof Messages]: Messages[Name] extends Message<infer Parameters>
    ? { says: Name; given: { [Key in keyof Parameters]: Given<Parameters[Key]> } }
    : never;
}[keyof Messages];

/**
 * Writes what was said as data.
 * @example say(CAUSE_EVIDENCE, { says: 'agrees', given: { feature: 'Mass' } }) // Mass agrees
 */
export const say = <Messages extends Readonly<Record<string, AnyMessage>>>(
  messages: Messages,
  said: { says: keyof Messages; given: object },
): Sentence => (messages[said.says] as unknown as (given: object) => Sentence)(said.given);

/**
 * Sentences or phrases one after the other; what is undefined is left out.
 * @example joined([size, basis], '; ')
 */
export const joined = (parts: readonly (Sentence | undefined)[], between = ' '): Sentence =>
  sentenceOf(parts.flatMap((part) => (part === undefined ? [] : [textOf(part)])).join(between));

/** A phrase as a heading: with a capital letter. */
export function asHeading(phrase: Sentence): Sentence {
  const letters = textOf(phrase);
  return sentenceOf(`${letters.charAt(0).toUpperCase()}${letters.slice(1)}`);
}
