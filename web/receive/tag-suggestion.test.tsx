// @vitest-environment happy-dom
/** A suggested tag is in its field before a hand can be: never between the focus and what is typed. */
import { useForm } from '@mantine/form';
import { createRoot } from 'react-dom/client';
import { afterEach, expect, it, vi } from 'vitest';
import type { Form } from './PairFieldset.tsx';
import { useTagSuggestion } from './tag-suggestion.ts';

const put = vi.fn();

function TagField({ free }: { free: string | undefined }) {
  const form = useForm({ initialValues: { tag: '' } });
  const watched = {
    ...form,
    setFieldValue: (...terms: Parameters<typeof form.setFieldValue>) => {
      form.setFieldValue(...terms);
      put();
    },
  } as unknown as Form;
  useTagSuggestion(watched, free);
  return <input {...form.getInputProps('tag')} />;
}

afterEach(() => {
  document.body.innerHTML = '';
  put.mockReset();
});

const page = () => {
  const place = document.body.appendChild(document.createElement('div'));
  const root = createRoot(place);
  return { root, field: () => place.querySelector('input') };
};
const turn = () => new Promise((resolve) => setTimeout(resolve));

it('stands in the field as soon as it is put there', async () => {
  const { root, field } = page();
  root.render(<TagField free={undefined} />);
  await vi.waitFor(() => expect(field()).toBeTruthy());
  let seen: string | undefined;
  put.mockImplementation(() => {
    // The next thing that the browser does may be a press on the field.
    setTimeout(() => {
      seen ??= field()?.value;
    });
    queueMicrotask(() => {
      seen ??= field()?.value;
    });
  });
  root.render(<TagField free="KK-07" />);
  await vi.waitFor(() => expect(put).toHaveBeenCalled());
  await turn();
  expect(seen).toBe('KK-07');
});

it('is not put where a hand is', async () => {
  const { root, field } = page();
  root.render(<TagField free={undefined} />);
  await vi.waitFor(() => expect(field()).toBeTruthy());
  field()?.focus();
  root.render(<TagField free="KK-07" />);
  for (let times = 0; times < 5; times++) await turn();
  expect(field()?.value).toBe('');
  expect(put).not.toHaveBeenCalled();
});
