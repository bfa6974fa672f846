import { Button, Modal, TextInput } from '@mantine/core';
import { z } from 'zod';
import { useSchemaForm } from '../shell/form.ts';
import { orEmpty, typedQuantity } from '../shell/form-fields.ts';
import type { RoomState } from './room.ts';

const ROOM = z.object({
  temperatureC: typedQuantity('temperature', '°C', (value) =>
    value < -60 || value > 80 ? 'No room has that temperature; type it as 22.5.' : undefined,
  ),
  humidityPct: orEmpty(
    typedQuantity('share', '%', (value) =>
      value < 0 || value > 100 ? 'Humidity runs from 0 to 100 %.' : undefined,
    ),
    undefined,
  ),
});

/** The room by hand, where no gauge tells it; it stands for today. */
export function RoomDialog({ room, onClose }: { room: RoomState; onClose: () => void }) {
  const { form, drop } = useSchemaForm(
    ROOM,
    {
      temperatureC: room.temperatureC?.toFixed(1) ?? '',
      humidityPct: room.humidityPct?.toFixed(0) ?? '',
    },
    'temperatureC',
    'room',
  );
  const submit = form.onSubmit((typed) => {
    drop();
    room.typeRoom(typed);
    onClose();
  });
  return (
    <Modal opened onClose={onClose} title="The room">
      <form onSubmit={submit} noValidate>
        <TextInput
          label="Temperature, °C"
          data-autofocus
          inputMode="decimal"
          {...form.getInputProps('temperatureC')}
        />
        <TextInput
          mt="sm"
          label="Humidity, % RH"
          description="May stay empty"
          inputMode="decimal"
          {...form.getInputProps('humidityPct')}
        />
        <p className="soft" style={{ margin: '10px 0' }}>
          The standard room is 23 ± 2 °C and 50 ± 5 % RH. Foam is softer warm and harder cold.
        </p>
        <Button type="submit">Keep for today</Button>
      </form>
    </Modal>
  );
}
