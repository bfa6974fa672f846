/** What is typed into forms and what it means, and where the faults of a refusal stand. */
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { RequestFault } from '../api/request.ts';
import { readFields, showFaults } from './form.ts';
import { orEmpty, typedLabel, typedList, typedNumber, typedQuantity } from './form-fields.ts';

describe('a number of a form', () => {
  it.each([
    ['31.5', 31.5],
    ['31,5', 31.5],
    [' 3 ', 3],
    ['-0.2', -0.2],
    ['0', 0],
  ])('“%s” is %f', (text, value) => {
    expect(typedNumber('no').parse(text)).toBe(value);
  });
  it.each(['', 'three', '3 mm', '1,234.5', '1e400', '--3', 'Infinity'])('“%s” is none', (text) => {
    expect(typedNumber('such as 3').safeParse(text).error?.issues[0]?.message).toBe('such as 3');
  });
});

describe('the fields of a form', () => {
  const FORM = z.object({
    worn: typedQuantity('distance', 'km', (metres) => (metres < 0 ? 'not negative' : undefined)),
    label: typedLabel,
    limit: orEmpty(typedNumber('a number, or nothing'), null),
    people: typedList,
  });
  const typed = { worn: '12.5', label: 'UK 8', limit: '', people: 'B1, B2;B3\nB4, ' };

  it('mean a quantity, a label, a list, or nothing', () => {
    expect(readFields(FORM, typed)).toEqual({
      meant: {
        worn: 12500,
        label: { system: 'uk', size: 8 },
        limit: null,
        people: ['B1', 'B2', 'B3', 'B4'],
      },
      faults: {},
    });
    expect(FORM.parse({ ...typed, worn: '2 mi', label: ' ', limit: '1,5' })).toMatchObject({
      worn: 3218.688,
      label: null,
      limit: 1.5,
    });
  });
  it('each say what is wrong with them', () => {
    const { faults, meant } = readFields(FORM, {
      ...typed,
      worn: '-3',
      label: 'eight',
      limit: 'two',
    });
    expect(meant).toBeUndefined();
    expect(faults).toMatchObject({ worn: 'not negative', limit: 'a number, or nothing' });
    expect(faults.label).toMatch(/UK 8/);
  });
});

describe('faults of a refusal', () => {
  function shown(fault: RequestFault) {
    const errors: Record<string, unknown> = {};
    showFaults<{ name: string; trials: string; rows: { sd: string }[] }>(
      {
        values: { name: '', trials: '', rows: [{ sd: '' }] },
        setFieldError: (field, message) => {
          errors[String(field)] = message;
        },
      },
      fault,
      'name',
    );
    return errors;
  }
  const problem = (errors: { field: string; message: string }[]) =>
    new RequestFault(400, 'two faults', {
      type: 'about:blank',
      title: 'no',
      status: 400,
      detail: 'two faults',
      errors,
    });

  it('stand at their fields', () => {
    expect(shown(problem([{ field: 'trials', message: 'two at least' }]))).toEqual({
      trials: 'two at least',
    });
  });
  it('of a field in a list stand there, and of the list itself at the one chosen', () => {
    const found = problem([
      { field: 'rows.0.sd', message: 'not negative' },
      { field: 'rows', message: 'two at least' },
    ]);
    expect(shown(found)).toEqual({ 'rows.0.sd': 'not negative', name: 'two at least' });
  });
  it('of a field that the form has not stand at the one chosen for that', () => {
    expect(shown(problem([{ field: 'parts.0', message: 'it stands twice' }]))).toEqual({
      name: 'it stands twice',
    });
  });
  it('without a field say what the server said', () => {
    expect(shown(new RequestFault(0, 'The server cannot be reached.'))).toEqual({
      name: 'The server cannot be reached.',
    });
  });
});
