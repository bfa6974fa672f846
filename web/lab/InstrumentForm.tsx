import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Instrument } from '#contract/lab-records.ts';
import { TOOL_DEFAULTS, TOOL_NAMES, type ToolName } from '#core/catalogue/tools.ts';
import { useChange } from '../api/queries.ts';
import { useSchemaForm } from '../shell/form.ts';
import { typedNumber } from '../shell/form-fields.ts';
import classes from './LabPage.module.css';

const number = typedNumber('A number, such as 0.1.');
const INSTRUMENT = z.object({
  name: z.string(),
  kind: z.enum(TOOL_NAMES),
  unit: z.string(),
  resolution: number,
  zeroU: number,
  gainU: number,
  serial: z.string(),
  connection: z.string(),
  retired: z.string(),
});

/** An instrument: what it is, what it reads to, and how it is connected. */
export function InstrumentForm({ instrument }: { instrument?: Instrument | undefined }) {
  const id = useRef(instrument?.id ?? newId());
  const save = useChange('saveInstrument');
  const navigate = useNavigate();
  const start = instrument ?? {
    ...TOOL_DEFAULTS.caliper,
    name: '',
    serial: '',
    connection: '',
    retired: '',
  };
  const { form, drop, refuse } = useSchemaForm(
    INSTRUMENT,
    {
      name: start.name,
      kind: start.kind,
      unit: start.unit,
      resolution: String(start.resolution),
      zeroU: String(start.zeroU),
      gainU: String(start.gainU),
      serial: start.serial,
      connection: start.connection,
      retired: start.retired,
    },
    'name',
    `instrument ${instrument?.id ?? 'new'}`,
  );
  const submit = form.onSubmit((body) =>
    save.mutate(
      { params: { id: id.current }, body },
      {
        onSuccess: () => {
          drop();
          if (!instrument) void navigate(`/lab/instruments/${id.current}`);
        },
        onError: refuse,
      },
    ),
  );
  /** Another kind brings the usual values of such a tool. */
  const takeKind = (kind: ToolName) => {
    const { unit, resolution, zeroU, gainU } = TOOL_DEFAULTS[kind];
    form.setValues({
      kind,
      unit,
      resolution: String(resolution),
      zeroU: String(zeroU),
      gainU: String(gainU),
    });
  };
  return (
    <form onSubmit={submit} noValidate>
      <div className={classes.fields}>
        <TextInput size="xs" label="Name" maxLength={40} {...form.getInputProps('name')} />
        <NativeSelect
          size="xs"
          label="Kind"
          data={[...TOOL_NAMES]}
          value={form.values.kind}
          onChange={(event) => takeKind(event.currentTarget.value as ToolName)}
        />
        <TextInput size="xs" label="Unit" {...form.getInputProps('unit')} />
        <TextInput size="xs" label="Smallest step" {...form.getInputProps('resolution')} />
        <TextInput size="xs" label="u of the zero" {...form.getInputProps('zeroU')} />
        <TextInput size="xs" label="u of the slope, relative" {...form.getInputProps('gainU')} />
        <TextInput size="xs" label="Serial number" {...form.getInputProps('serial')} />
        <TextInput
          size="xs"
          label="Connection"
          placeholder="empty: typed by hand"
          {...form.getInputProps('connection')}
        />
        <TextInput
          size="xs"
          label="Out of use because"
          placeholder="empty: in use"
          {...form.getInputProps('retired')}
        />
      </div>
      <Button type="submit" size="xs" mt="sm" loading={save.isPending}>
        {instrument ? 'Keep changes' : 'Add instrument'}
      </Button>
      {save.isSuccess && instrument && <span role="status"> Kept.</span>}
    </form>
  );
}
