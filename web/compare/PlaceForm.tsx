/** Where an edition stands in its line, and the prices seen of it: typed, put right, withdrawn. */
import { Button, Checkbox, Select, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { VersionLine } from '#contract/line-records.ts';
import { readPrice } from '#core/sizing/price.ts';
import { useChange } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { useSchemaForm } from '../shell/form.ts';
import classes from './LinePage.module.css';
import { priceWords } from './line-words.ts';

type Edition = VersionLine['editions'][number];

const PLACE = z.object({
  follows: z.string(),
  widthOf: z.string(),
  colourOf: z.string(),
  stillMade: z.enum(['', 'yes', 'no']),
  madeUntil: z.string().transform((day) => day || null),
});

const FIELDS = [
  ['follows', 'Follows', 'the version before it'],
  ['widthOf', 'Wide or narrow build of', 'the build in the usual width'],
  ['colourOf', 'Same shoe, new colour, as', 'the edition before the colour'],
] as const;

/** What an edition follows, of what it is another width or colour, and if it is still made. */
export function PlaceForm({ edition }: { edition: Edition }) {
  const save = useChange('placeInLine');
  const [odd, setOdd] = useState('');
  const linked = (kind: Edition['links'][number]['kind']) =>
    edition.links.find((link) => link.kind === kind)?.slug ?? '';
  const { form, drop, refuse } = useSchemaForm(
    PLACE,
    {
      follows: linked('follows'),
      widthOf: linked('width of'),
      colourOf: linked('colour of'),
      stillMade: edition.stillMade,
      madeUntil: edition.madeUntil ?? '',
    },
    'follows',
    `place ${edition.id}`,
  );
  const send = (body: z.output<typeof PLACE>, oddStays: boolean) =>
    save.mutate(
      { params: { id: edition.id }, body: { ...body, oddStays } },
      {
        onSuccess: () => {
          drop();
          setOdd('');
        },
        onError: (fault) => {
          if (fault.problem?.errors?.some(({ field }) => field === 'oddStays'))
            setOdd(fault.message);
          else refuse(fault);
        },
      },
    );
  return (
    <form
      noValidate
      aria-label="Place in the line"
      className={classes.form}
      onSubmit={form.onSubmit((body) => send(body, false))}
    >
      {FIELDS.map(([field, label, description]) => (
        <EditionSelect
          key={field}
          size="xs"
          label={label}
          placeholder={description}
          clearable
          value={form.values[field]}
          without={[edition.slug]}
          error={form.errors[field]}
          onChange={(slug) => {
            form.setFieldValue(field, slug);
            setOdd('');
          }}
        />
      ))}
      <div className={classes.made}>
        <Select
          size="xs"
          label="Still made"
          allowDeselect={false}
          data={[
            { value: '', label: 'nobody has said' },
            { value: 'yes', label: 'yes' },
            { value: 'no', label: 'no' },
          ]}
          {...form.getInputProps('stillMade')}
        />
        {form.values.stillMade === 'no' && (
          <TextInput size="xs" label="Until" type="date" {...form.getInputProps('madeUntil')} />
        )}
      </div>
      {odd && (
        <>
          <p role="alert" className="look-here">
            {odd}
          </p>
          <Checkbox
            label="It is, and differs in more than its widths"
            checked={false}
            onChange={() => send(PLACE.parse(form.values), true)}
          />
        </>
      )}
      <Button type="submit" size="xs" variant="default" loading={save.isPending}>
        Save its place
      </Button>{' '}
      <span role="status">{save.isSuccess ? 'Saved.' : ''}</span>
    </form>
  );
}

const PRICE = z.object({
  typed: z.string().refine((text) => typeof readPrice(text)?.value === 'number', {
    message: 'a price as printed, such as £85 or 110 €',
  }),
  place: z.string().trim().min(1, 'a shop, a page'),
  seenOn: z.string().min(1, 'the day it was seen'),
});

/** Prices of an edition, the latest first, and another one. */
export function Prices({ edition }: { edition: Edition }) {
  const add = useChange('addPrice');
  const withdraw = useChange('withdrawPrice');
  const id = useRef(newId());
  const { form, drop, refuse } = useSchemaForm(
    PRICE,
    { typed: '', place: '', seenOn: dayjs().format('YYYY-MM-DD') },
    'typed',
    `price ${edition.id}`,
  );
  return (
    <>
      {edition.prices.length > 0 && (
        <DataTable
          rows={edition.prices}
          keyOf={(price) => price.id ?? price.place}
          columns={[
            { head: 'Price', cell: (price) => priceWords(price), figure: true },
            { head: 'Where', cell: ({ place }) => place },
            { head: 'Seen', cell: ({ seenOn }) => dayjs(seenOn).format('D MMM YYYY') },
            {
              head: 'Put right',
              unseen: true,
              cell: (price) =>
                price.id !== null && (
                  <Button
                    size="compact-xs"
                    variant="subtle"
                    aria-label={`Withdraw the price ${priceWords(price)} of ${price.place}`}
                    onClick={() =>
                      withdraw.mutate({
                        params: { id: price.id ?? '' },
                        body: { reason: 'withdrawn at the bench' },
                      })
                    }
                  >
                    withdraw
                  </Button>
                ),
            },
          ]}
        />
      )}
      <form
        noValidate
        aria-label="A price seen"
        className={classes.price}
        onSubmit={form.onSubmit((body) =>
          add.mutate(
            { params: { id: edition.id }, body: { id: id.current, ...body } },
            {
              onSuccess: () => {
                id.current = newId();
                form.reset();
                drop();
              },
              onError: refuse,
            },
          ),
        )}
      >
        <TextInput
          size="xs"
          label="A price seen"
          placeholder="£85 was 120"
          {...form.getInputProps('typed')}
        />
        <TextInput
          size="xs"
          label="Where"
          placeholder="shop, page"
          {...form.getInputProps('place')}
        />
        <TextInput size="xs" label="On" type="date" {...form.getInputProps('seenOn')} />
        <Button type="submit" size="xs" variant="default" loading={add.isPending}>
          Keep it
        </Button>
      </form>
    </>
  );
}
