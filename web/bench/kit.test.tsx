// @vitest-environment happy-dom
/** The kit that every kind of taking shares, on a page of its own: no server, no step. */
import { MantineProvider } from '@mantine/core';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { type ReactNode, useRef, useState } from 'react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import { questionReading } from '#core/figures/plausibility.ts';
import type { Reading } from '#core/figures/reading.ts';
import { Field } from './Field.tsx';
import type { LiveReading } from './live-reading.ts';
import { Question } from './Question.tsx';
import { SlipLines } from './SlipLines.tsx';
import { type TakenFigure, useTaking } from './taking.ts';

const MASS = QUANTITIES.mass;
if (!MASS) throw new Error('no mass in the catalogue');

let recorded: TakenFigure[] = [];
beforeEach(() => {
  recorded = [];
});
afterEach(cleanup);

const show = (page: ReactNode) => render(<MantineProvider>{page}</MantineProvider>);

const NO_GAUGE: LiveReading = {
  live: undefined,
  take: () => ({ ok: false, fault: 'The scale is not connected: type the figure.' }),
};

/** A field that takes masses of a left shoe, with what was read of the right. */
function MassField({
  unit = 'g',
  left = [],
  right = [],
  live = NO_GAUGE,
  begun = '',
  correcting = false,
}: {
  unit?: string;
  left?: number[];
  right?: number[];
  live?: LiveReading;
  begun?: string;
  correcting?: boolean;
}) {
  const ref = useRef<HTMLInputElement>(null);
  const [text, setText] = useState(begun);
  const taking = useTaking({
    definition: MASS as NonNullable<typeof MASS>,
    unit,
    text,
    setText,
    live,
    correcting,
    record: (figure) => {
      recorded.push(figure);
      setText('');
    },
    question: ({ value, bare, enteredUnit }) =>
      questionReading({
        definition: MASS as NonNullable<typeof MASS>,
        side: 'left',
        value,
        bare,
        unit: enteredUnit,
        soFar: { left, right },
        repeatabilitySd: 0.5,
      }),
  });
  return (
    <>
      <Field
        ref={ref}
        id="mass"
        name="Mass, left"
        unit={unit}
        text={text}
        fault={taking.fault}
        selections={taking.selections}
        keys={{ Enter: taking.submit, ...(text === '' ? { ' ': taking.take } : {}) }}
        onText={(typed) => {
          setText(typed);
          taking.setFault('');
        }}
      />
      {taking.asked && (
        <Question
          asked={taking.asked}
          name="Mass, left"
          write={(value) => `${value.toFixed(1)} g`}
          onAnswer={taking.answer}
          onTypeAgain={(typed) => {
            taking.typeAgain(typed);
            ref.current?.focus();
          }}
        />
      )}
    </>
  );
}

const field = () => screen.getByLabelText<HTMLInputElement>('Mass, left');
const type = async (text: string) => {
  await userEvent.click(field());
  await userEvent.keyboard(text);
};
const selected = () => field().value.slice(field().selectionStart ?? 0, field().selectionEnd ?? 0);

describe('a figure in the field', () => {
  it('is recorded as typed, with what a bare number means', async () => {
    show(<MassField unit="oz" />);
    await type('11.3{Enter}');
    expect(recorded).toMatchObject([{ typed: '11.3', unit: 'oz', entered: 'typed', note: '' }]);
    expect(recorded[0]?.value).toBeCloseTo(320.35, 1);
    expect(field().value).toBe('');
  });

  it('is kept where it is refused, and written over by the next', async () => {
    show(<MassField />);
    await type('31 mm{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('mm');
    expect(field().getAttribute('aria-invalid')).toBe('true');
    expect(selected()).toBe('31 mm');
    await userEvent.keyboard('312{Enter}');
    expect(recorded.map(({ typed }) => typed)).toEqual(['312']);
    expect(screen.getByRole('alert').textContent).toBe('');
  });

  it('that is being corrected is written over, and one half typed is gone on with', () => {
    show(<MassField begun="312" correcting />);
    expect(selected()).toBe('312');
    cleanup();
    show(<MassField begun="31" />);
    expect(selected()).toBe('');
  });

  it('comes off the gauge by Space, or is told why not', async () => {
    show(<MassField />);
    await type(' ');
    expect(screen.getByRole('alert').textContent).toContain('not connected');
    cleanup();
    const take = () => ({ ok: true as const, value: 312.4, unit: 'g' });
    show(<MassField live={{ live: undefined, take }} />);
    await type(' ');
    expect(recorded).toMatchObject([{ typed: '312.4 g', value: 312.4, entered: 'live' }]);
  });

  it('pasted as a column is not joined to one number', async () => {
    show(<MassField />);
    await userEvent.click(field());
    await userEvent.paste('312.1\n312.4');
    expect(field().value).toBe('312.1 ; 312.4');
  });
});

describe('an odd figure is asked about', () => {
  it('and kept as typed by one key', async () => {
    show(<MassField right={[312]} />);
    await type('31.2{Enter}');
    const question = screen.getByRole('group', { name: 'Is that right?' });
    expect(document.activeElement).toBe(question);
    await userEvent.keyboard('k');
    expect(recorded).toMatchObject([{ typed: '31.2', note: 'asked about, kept as typed' }]);
  });

  it('read otherwise by another: a slipped mark, a unit', async () => {
    show(<MassField right={[312]} />);
    await type('31.2{Enter}c');
    expect(recorded).toMatchObject([{ value: 312, note: 'typed 31.2: slipped decimal mark' }]);
    cleanup();
    show(<MassField />);
    await type('11.3{Enter}c');
    expect(recorded[1]).toMatchObject({ typed: '11.3', unit: 'oz' });
  });

  it('but a correction stays at its shoe', async () => {
    // Far from the left shoe so far, near the right one: the sides may have been swapped.
    show(<MassField left={[280]} right={[312]} />);
    await type('312{Enter}');
    expect(screen.getByRole('button', { name: /sides swapped/ })).toBeDefined();
    cleanup();
    show(<MassField left={[280]} right={[312]} begun="280" correcting />);
    await type('{Control>}a{/Control}312{Enter}');
    expect(screen.getByRole('group', { name: 'Is that right?' })).toBeDefined();
    expect(screen.queryByRole('button', { name: /sides swapped/ })).toBeNull();
  });

  it('or typed again, from the first digit on', async () => {
    show(<MassField right={[312]} />);
    await type('31.2{Enter}');
    await userEvent.keyboard('312.5{Enter}');
    expect(recorded.map(({ typed }) => typed)).toEqual(['312.5']);
  });
});

describe('the slip', () => {
  const reading = (n: number, more: Partial<Omit<Reading, 'side'>> = {}) => ({
    id: `r${n}`,
    occasionId: 'o',
    side: 'left' as const,
    quantity: 'mass',
    typed: String(300 + n),
    unit: 'g',
    instrumentId: null,
    person: 'B1',
    takenAt: '2026-03-01T09:00:00.000Z',
    supersedes: null,
    reason: '',
    note: '',
    entered: 'typed' as const,
    temperatureC: null,
    humidityPct: null,
    turn: null,
    part: null,
    trial: n,
    value: 300 + n,
    curveId: null,
    curveWindow: null,
    cycleSd: null,
    supersededBy: null,
    voided: null,
    ...more,
  });
  const undone: string[] = [];
  const slip = (readings: ReturnType<typeof reading>[]) =>
    show(
      <SlipLines
        readings={readings}
        nameOf={({ trial }) => `mass L ${trial}`}
        write={({ value }) => ({ value: String(value), unit: 'g', text: `${value} g` })}
        onUndo={({ id }) => undone.push(id)}
      />,
    );

  it('has the newest first, and says what became of each', async () => {
    slip([
      reading(1, { voided: 'slipped' }),
      reading(2, { supersededBy: 'r3' }),
      reading(3, { entered: 'live' }),
      reading(4, { typed: '10.7 oz' }),
    ]);
    const lines = screen.getAllByRole('listitem').map((line) => line.textContent);
    expect(lines[0]).toContain('typed 10.7 oz');
    expect(lines[1]).toContain('live');
    expect(lines[2]).toContain('corrected');
    expect(lines[3]).toContain('void: slipped');
    // What does not stand is taken back no more.
    expect(
      screen.getAllByRole('button').map((button) => button.getAttribute('aria-label')),
    ).toEqual(['Undo mass L 4', 'Undo mass L 3']);
    await userEvent.click(screen.getByRole('button', { name: 'Undo mass L 4' }));
    expect(undone).toEqual(['r4']);
  });

  it('of a long sitting shows some at a time', async () => {
    slip(Array.from({ length: 300 }, (_, n) => reading(n)));
    expect(screen.getAllByRole('listitem')).toHaveLength(60);
    await userEvent.click(screen.getByRole('button', { name: '240 older' }));
    expect(screen.getAllByRole('listitem')).toHaveLength(260);
  });
});
