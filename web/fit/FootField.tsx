import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { readFootLength } from '#core/fit/foot.ts';

/** The length of a foot, kept as typed until it can be read. */
export function FootField({
  label,
  value,
  onRead,
  size = 'sm',
}: {
  label: string;
  size?: 'xs' | 'sm';
  value: string;
  onRead: (mm: string) => void;
}) {
  const [typed, setTyped] = useState({ of: value, text: value ? `${value} mm` : '' });
  const text = typed.of === value ? typed.text : value ? `${value} mm` : '';
  const read = text.trim() === '' ? undefined : readFootLength(text);
  return (
    <TextInput
      label={label}
      size={size}
      placeholder="262 mm"
      value={text}
      error={read?.ok === false ? read.fault.message : undefined}
      onChange={(event) => {
        const written = event.currentTarget.value;
        const next = written.trim() === '' ? undefined : readFootLength(written);
        const mm = next?.ok ? String(next.value) : '';
        setTyped({ of: mm, text: written });
        onRead(mm);
      }}
    />
  );
}
