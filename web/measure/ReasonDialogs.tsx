import { Button, Checkbox, Modal, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import { nameStation } from '#core/catalogue/quantities.ts';
import type { BenchReading } from '../bench/projected.ts';
import { useDraft } from '../kit/draft.ts';
import { useUnits } from '../shell/units.ts';

/** One line to type and Enter: for reasons and notes. */
function LineForm({
  draft,
  label,
  verb,
  required,
  suggestions,
  onLine,
}: {
  /** Name of what is typed, until it is sent. */
  draft: string;
  label: string;
  verb: string;
  required: string;
  suggestions: string[];
  onLine: (line: string) => void;
}) {
  const [{ line }, put, drop] = useDraft(draft, { line: '' });
  const [fault, setFault] = useState('');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (line.trim() === '') setFault(required);
    else {
      drop();
      onLine(line.trim());
    }
  };
  return (
    <form onSubmit={submit}>
      <TextInput
        label={label}
        value={line}
        error={fault}
        data-autofocus
        list="reasons"
        maxLength={200}
        onChange={(event) => {
          put({ line: event.currentTarget.value });
          setFault('');
        }}
      />
      <datalist id="reasons">
        {suggestions.map((suggestion) => (
          <option key={suggestion} value={suggestion} />
        ))}
      </datalist>
      <Button type="submit" mt="md">
        {verb}
      </Button>
    </form>
  );
}

/** A reading is voided with a reason; it stays in the record. */
export function VoidDialog({
  reading,
  here,
  onClose,
  onVoid,
}: {
  reading: BenchReading;
  /** All that stand at its station and shoe. */
  here: readonly BenchReading[];
  onClose: () => void;
  onVoid: (readings: readonly BenchReading[], reason: string) => void;
}) {
  const units = useUnits();
  const [isAll, setAll] = useState(false);
  return (
    <Modal opened onClose={onClose} title="Void a reading">
      <p style={{ marginBottom: 10 }}>
        {nameStation(reading.quantity, reading.side)}, reading {reading.trial}:{' '}
        <span className="figure">{units.write(reading.quantity, reading.value).text}</span>. It
        leaves the figures and stays in the record, struck out.
      </p>
      {here.length > 1 && (
        <Checkbox
          mb="sm"
          label={`All ${here.length} readings here: the station is spoiled`}
          checked={isAll}
          onChange={(event) => setAll(event.currentTarget.checked)}
        />
      )}
      <LineForm
        draft={`void ${reading.id}`}
        label="Why?"
        verb={isAll ? `Void ${here.length} readings` : 'Void reading'}
        required="A reading is voided with a reason: slipped, wrong shoe, gauge moved."
        suggestions={['gauge slipped', 'wrong shoe', 'wrong station', 'mistyped']}
        onLine={(reason) => onVoid(isAll ? here : [reading], reason)}
      />
    </Modal>
  );
}

export function NoteDialog({
  draft,
  onClose,
  onNote,
}: {
  /** Name of what is typed, until it is kept. */
  draft: string;
  onClose: () => void;
  onNote: (text: string) => void;
}) {
  return (
    <Modal opened onClose={onClose} title="A note on this session">
      <LineForm
        draft={draft}
        label="Note"
        verb="Keep note"
        required="Type what should be remembered."
        suggestions={[]}
        onLine={onNote}
      />
    </Modal>
  );
}

/** Says what is missing and doubtful before a session is finished. */
export function EndDialog({
  missing,
  doubts,
  onClose,
  onFinish,
}: {
  missing: string[];
  doubts: string[];
  onClose: () => void;
  onFinish: () => void;
}) {
  return (
    <Modal opened onClose={onClose} title="Finish this session?">
      <p>
        {missing.length === 0
          ? 'Every station has a reading.'
          : `Not measured: ${missing.join('; ')}.`}
      </p>
      {doubts.length > 0 && (
        <ul>
          {doubts.map((doubt) => (
            <li key={doubt}>{doubt}</li>
          ))}
        </ul>
      )}
      <p style={{ margin: '8px 0 14px' }}>
        Its readings stay. The next reading of this pair starts a new session.
      </p>
      <Button onClick={onFinish} data-autofocus>
        Finish session
      </Button>
    </Modal>
  );
}
