import { ActionIcon, Button, Checkbox, NativeSelect, Table, TextInput } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconX } from '@tabler/icons-react';
import { useRef } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import { stackBasis } from '#contract/fields.ts';
import type { Lab, Protocol } from '#contract/lab-records.ts';
import { protocolsFor } from '#core/catalogue/protocol.ts';
import type { MeasuredQuantityId, QuantityId } from '#core/catalogue/quantities.ts';
import { STACK_METHODS, STACK_PLACES } from '#core/catalogue/stack-basis.ts';
import { TOOL_NAMES } from '#core/catalogue/tools.ts';
import { DEFAULT_REPEATABILITY_DF } from '#core/statistics/repeated-readings.ts';
import { useChange, useLab } from '../api/queries.ts';
import { useSchemaForm } from '../shell/form.ts';
import { typedNumber } from '../shell/form-fields.ts';
import { useUnits } from '../shell/units.ts';
import classes from './LabPage.module.css';
import { learnedWords } from './learned-words.ts';

const STATION = z
  .object({
    key: z.string(),
    quantity: z.custom<MeasuredQuantityId>(),
    repeats: typedNumber('1, 2, …', (value) => Number.isInteger(value) && value >= 1),
    optional: z.boolean(),
    tool: z.enum(TOOL_NAMES),
    setup: z.string(),
    sd: typedNumber('such as 0.2', (value) => value >= 0),
    df: z.number(),
  })
  .transform(({ key: _key, sd, df, ...station }) => ({ ...station, repeatability: { sd, df } }));
const PROTOCOL = stackBasis.extend({
  name: z.string(),
  conditioning: z.string(),
  stations: z.array(STATION),
});
type StationRow = z.input<typeof STATION>;

type Start = Pick<Protocol, 'name' | 'stack' | 'conditioning'> & { stations: StationRow[] };

function rowsOf(protocol: Protocol): StationRow[] {
  return protocol.stations.map(
    ({ quantity, repeats, optional, tool, setup, ownRepeatability }) => ({
      key: newId(),
      quantity,
      repeats: String(repeats),
      optional,
      tool,
      setup,
      sd: String(ownRepeatability.sd),
      df: ownRepeatability.df,
    }),
  );
}

/** What a new protocol starts from: the first that ships for the tools of the lab. */
function firstDraft(lab: Lab): Start {
  const draft = protocolsFor(lab.instruments.map((one) => one.kind))[0];
  if (!draft) throw new Error('no protocol ships');
  return {
    ...draft,
    name: '',
    stations: draft.stations.map(({ repeatabilitySd, repeats, ...station }) => ({
      ...station,
      key: newId(),
      repeats: String(repeats),
      sd: String(repeatabilitySd),
      df: DEFAULT_REPEATABILITY_DF,
    })),
  };
}

function Editor({ lab, protocol }: { lab: Lab; protocol: Protocol | undefined }) {
  const units = useUnits();
  const navigate = useNavigate();
  const id = useRef(newId());
  const save = useChange('saveProtocol');
  const start: Start = protocol ? { ...protocol, stations: rowsOf(protocol) } : firstDraft(lab);
  const { form, drop, refuse } = useSchemaForm(
    PROTOCOL,
    {
      name: start.name,
      place: start.stack.place,
      insole: start.stack.insole,
      lugs: start.stack.lugs,
      layers: start.stack.layers,
      method: start.stack.method,
      conditioning: start.conditioning,
      stations: start.stations,
    },
    'name',
    `protocol ${protocol?.id ?? 'new'}`,
  );
  const { stations } = form.values;
  const learnedOf = ({ quantity, tool }: StationRow) =>
    lab.learned.find(
      (one) => one.protocolId === protocol?.id && one.quantity === quantity && one.tool === tool,
    );
  const taken = new Set(stations.map((one) => one.quantity));
  const free = Object.values(units.catalogue).filter(
    (definition) =>
      !definition.computed && !definition.named && !taken.has(definition.id as MeasuredQuantityId),
  );
  const add = (quantity: string) => {
    const definition = units.define(quantity as QuantityId);
    form.insertListItem('stations', {
      key: newId(),
      quantity: quantity as MeasuredQuantityId,
      repeats: String(definition.fixedReadings ?? 1),
      optional: false,
      tool: definition.tool,
      setup: '',
      sd: String(definition.repeatabilitySd),
      df: DEFAULT_REPEATABILITY_DF,
    } satisfies StationRow);
  };
  const submit = form.onSubmit(({ name, conditioning, stations, ...stack }) =>
    save.mutate(
      {
        body: {
          id: id.current,
          basedOn: protocol?.id ?? null,
          name,
          conditioning,
          discipline: protocol?.discipline ?? '',
          stack,
          stations,
        },
      },
      {
        onSuccess: () => {
          drop();
          void navigate('/lab/protocols');
        },
        onError: refuse,
      },
    ),
  );
  return (
    <form onSubmit={submit} noValidate>
      <h2 className={classes.heading}>
        {protocol ? `${protocol.name}, version ${protocol.version}` : 'A new protocol'}
      </h2>
      {protocol?.used && (
        <p>
          Sessions were taken by this version. It stays with them; what you keep here becomes
          version {protocol.version + 1}.
        </p>
      )}
      <div className={classes.fields}>
        <TextInput size="xs" label="Name" maxLength={80} {...form.getInputProps('name')} />
        <NativeSelect
          size="xs"
          label="Stack, where"
          data={[...STACK_PLACES]}
          {...form.getInputProps('place')}
        />
        <NativeSelect
          size="xs"
          label="Insole"
          data={['in', 'out']}
          {...form.getInputProps('insole')}
        />
        <NativeSelect size="xs" label="Lugs" data={['in', 'out']} {...form.getInputProps('lugs')} />
        <NativeSelect
          size="xs"
          label="Through"
          data={['whole sole', 'midsole only']}
          {...form.getInputProps('layers')}
        />
        <NativeSelect
          size="xs"
          label="By"
          data={[...STACK_METHODS]}
          {...form.getInputProps('method')}
        />
        <TextInput
          size="xs"
          label="Conditioning"
          placeholder="empty: as the shoes are"
          maxLength={200}
          {...form.getInputProps('conditioning')}
        />
      </div>
      {form.errors.stations && <p className="look-here">{form.errors.stations}</p>}
      <div className={classes.add}>
        <NativeSelect
          size="xs"
          w={260}
          aria-label="Add a station"
          value=""
          data={[
            { value: '', label: 'Add a station …' },
            ...free.map((definition) => ({ value: definition.id, label: definition.name })),
          ]}
          onChange={(event) => event.currentTarget.value && add(event.currentTarget.value)}
        />
        <Button type="submit" size="xs" loading={save.isPending}>
          {protocol?.used ? `Keep as version ${protocol.version + 1}` : 'Keep protocol'}
        </Button>
        <Button component={Link} to="/lab/protocols" size="xs" variant="default">
          Leave it
        </Button>
      </div>
      <div className={classes.scroll}>
        <Table className={classes.stations} mt="md">
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Station, in the order of the hand</Table.Th>
              <Table.Th>Readings</Table.Th>
              <Table.Th>With</Table.Th>
              <Table.Th>Repeats scatter by</Table.Th>
              <Table.Th>Set-up</Table.Th>
              <Table.Th>Optional</Table.Th>
              <Table.Th>Order</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {stations.map((row, index) => {
              const { name } = units.define(row.quantity);
              const field = (key: keyof StationRow) =>
                form.getInputProps(`stations.${index}.${key}`);
              return (
                <Table.Tr key={row.key}>
                  <Table.Td>{name}</Table.Td>
                  <Table.Td>
                    <TextInput
                      size="xs"
                      w={56}
                      aria-label={`Readings, ${name}`}
                      {...field('repeats')}
                    />
                  </Table.Td>
                  <Table.Td>
                    <NativeSelect
                      size="xs"
                      w={124}
                      aria-label={`Taken with, ${name}`}
                      data={[...TOOL_NAMES]}
                      {...field('tool')}
                    />
                  </Table.Td>
                  <Table.Td>
                    <TextInput
                      size="xs"
                      w={80}
                      aria-label={`Usual scatter, ${name}`}
                      {...field('sd')}
                    />
                    {learnedWords(learnedOf(row)).map((words) => (
                      <span key={words} className={classes.learned}>
                        {words}
                      </span>
                    ))}
                  </Table.Td>
                  <Table.Td>
                    <TextInput
                      size="xs"
                      w={190}
                      aria-label={`Set-up, ${name}`}
                      maxLength={120}
                      {...field('setup')}
                    />
                  </Table.Td>
                  <Table.Td>
                    <Checkbox
                      size="xs"
                      aria-label={`Optional, ${name}`}
                      {...form.getInputProps(`stations.${index}.optional`, { type: 'checkbox' })}
                    />
                  </Table.Td>
                  <Table.Td className={classes.moves}>
                    <ActionIcon
                      variant="subtle"
                      aria-label={`Earlier: ${name}`}
                      disabled={index === 0}
                      onClick={() =>
                        form.reorderListItem('stations', { from: index, to: index - 1 })
                      }
                    >
                      <IconArrowUp size={16} />
                    </ActionIcon>
                    <ActionIcon
                      variant="subtle"
                      aria-label={`Later: ${name}`}
                      disabled={index === stations.length - 1}
                      onClick={() =>
                        form.reorderListItem('stations', { from: index, to: index + 1 })
                      }
                    >
                      <IconArrowDown size={16} />
                    </ActionIcon>
                    <ActionIcon
                      variant="subtle"
                      aria-label={`Take out: ${name}`}
                      onClick={() => form.removeListItem('stations', index)}
                    >
                      <IconX size={16} />
                    </ActionIcon>
                  </Table.Td>
                </Table.Tr>
              );
            })}
          </Table.Tbody>
        </Table>
      </div>
    </form>
  );
}

/** Edits a protocol; one that sessions were taken by gets a new version. */
export function ProtocolEditor() {
  const { id = '' } = useParams();
  const lab = useLab();
  if (!lab.data) return null;
  const protocol = lab.data.protocols.find((one) => one.id === id);
  if (id !== 'new' && !protocol)
    return (
      <p>
        There is no such protocol. <Link to="/lab/protocols">All protocols</Link>
      </p>
    );
  return <Editor key={id} lab={lab.data} protocol={protocol} />;
}
