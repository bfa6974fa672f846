// @vitest-environment happy-dom
/** A suggested tag never appears between the focus of the field and the first typed character. */
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

it('is drawn as soon as it is set', async () => {
  const { root, field } = page();
  root.render(<TagField free={undefined} />);
  await vi.waitFor(() => expect(field()).toBeTruthy());
  let seen: string | undefined;
  put.mockImplementation(() => {
    // The next event of the browser may be a click on the field.
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

it('is not set while the field has the focus', async () => {
  const { root, field } = page();
  root.render(<TagField free={undefined} />);
  await vi.waitFor(() => expect(field()).toBeTruthy());
  field()?.focus();
  root.render(<TagField free="KK-07" />);
  for (let times = 0; times < 5; times++) await turn();
  expect(field()?.value).toBe('');
  expect(put).not.toHaveBeenCalled();
});
