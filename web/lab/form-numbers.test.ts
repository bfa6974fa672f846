/** Numbers of forms, and where the faults of a refusal stand. */
import { describe, expect, it } from 'vitest';
import { RequestFault } from '../api/request.ts';
import { readNumber, showFaults } from './form-numbers.ts';

describe('a number of a form', () => {
  it.each([
    ['31.5', 31.5],
    ['31,5', 31.5],
    [' 3 ', 3],
    ['-0.2', -0.2],
    ['0', 0],
  ])('“%s” is %f', (text, value) => {
    expect(readNumber(text)).toBe(value);
  });
  it.each(['', 'three', '3 mm', '1,234.5', '1e400', '--3', 'Infinity'])('“%s” is none', (text) => {
    expect(readNumber(text)).toBeUndefined();
  });
});

describe('faults of a refusal', () => {
  function shown(fault: RequestFault) {
    const errors: Record<string, unknown> = {};
    showFaults<{ name: string; trials: string }>(
      {
        values: { name: '', trials: '' },
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
