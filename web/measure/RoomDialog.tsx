import { Button, Modal, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { readTypedQuantity } from '#core/sizing/typed-quantity.ts';
import type { RoomState } from './room.ts';

/** The room by hand, where no gauge tells it; it stands for today. */
export function RoomDialog({ room, onClose }: { room: RoomState; onClose: () => void }) {
  const form = useForm({
    initialValues: {
      temperature: room.temperatureC?.toFixed(1) ?? '',
      humidity: room.humidityPct?.toFixed(0) ?? '',
    },
    validate: {
      temperature: (text) => {
        const read = readTypedQuantity(text, 'temperature', '°C');
        if (!read.ok) return read.fault.message;
        return read.value.value < -60 || read.value.value > 80
          ? 'No room has that temperature; type it as 22.5.'
          : null;
      },
      humidity: (text) => {
        if (text.trim() === '') return null;
        const read = readTypedQuantity(text, 'share', '%');
        if (!read.ok) return read.fault.message;
        return read.value.value < 0 || read.value.value > 100
          ? 'Humidity runs from 0 to 100 %.'
          : null;
      },
    },
  });
  const submit = form.onSubmit(({ temperature, humidity }) => {
    const read = readTypedQuantity(temperature, 'temperature', '°C');
    const damp = readTypedQuantity(humidity, 'share', '%');
    if (!read.ok) return;
    room.typeRoom({
      temperatureC: read.value.value,
      humidityPct: damp.ok ? damp.value.value : undefined,
    });
    onClose();
  });
  return (
    <Modal opened onClose={onClose} title="The room">
      <form onSubmit={submit} noValidate>
        <TextInput
          label="Temperature, °C"
          data-autofocus
          inputMode="decimal"
          {...form.getInputProps('temperature')}
        />
        <TextInput
          mt="sm"
          label="Humidity, % RH"
          description="May stay empty"
          inputMode="decimal"
          {...form.getInputProps('humidity')}
        />
        <p className="soft" style={{ margin: '10px 0' }}>
          The standard room is 23 ± 2 °C and 50 ± 5 % RH. Foam is softer warm and harder cold.
        </p>
        <Button type="submit">Keep for today</Button>
      </form>
    </Modal>
  );
}
