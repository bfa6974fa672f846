import { Autocomplete, Button, Select, SimpleGrid, Textarea, TextInput } from '@mantine/core';
import { useRef } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import { claimRecords, claimTextRecords, reportedRecords } from '#contract/claim-records.ts';
import type { Use } from '#core/catalogue/disciplines.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { useChange } from '../api/queries.ts';
import { useNames } from '../api/record-queries.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { useRested } from '../shell/typing.ts';
import classes from './ReceivePage.module.css';
import { UseField } from './UseField.tsx';

/** Whose figures they are: a maker's are claimed, another bench's reported. */
const STATED_BY = ['its maker', 'somebody who measured it'] as const;

const NEW_EDITION = z.object({
  maker: z.string().trim().min(1, 'the maker is missing'),
  model: z.string().trim().min(1, 'the model is missing'),
  name: z.string(),
  claims: z.string(),
  source: z.string().trim().min(1, 'where it is stated: a box, a web page, a letter'),
  by: z.enum(STATED_BY),
  dated: z.string(),
  follows: z.string(),
  uses: z.custom<Use[]>(Array.isArray),
});

/** An edition nobody has a pair of: a rival, a forerunner, a sibling, by what is stated of it. */
export function NewEditionPage() {
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const beside = search.get('beside') ?? '';
  const add = useChange('addEdition');
  const place = useChange('placeInLine');
  const { form, drop, refuse } = useSchemaForm(
    NEW_EDITION,
    {
      maker: '',
      model: '',
      name: '',
      claims: '',
      source: '',
      by: 'its maker',
      dated: '',
      follows: search.get('follows') ?? '',
      uses: [] as Use[],
    },
    'model',
    'edition without a pair',
  );
  const { maker, model, claims } = form.values;
  const known = useNames(useRested(maker.trim()), useRested(model.trim()));
  // The ids are made once for what is typed, so that a second press sends the same.
  const ids = useRef({ maker: newId(), model: newId(), edition: newId() });
  const read = readClaims(claims);
  const submit = form.onSubmit((said) => {
    const source = [said.source, said.dated].filter(Boolean).join(', ');
    const isClaimed = said.by === 'its maker';
    add.mutate(
      {
        body: {
          maker: { id: ids.current.maker, name: said.maker },
          model: { id: ids.current.model, name: said.model },
          edition: { id: ids.current.edition, name: said.name, uses: said.uses },
          claims: isClaimed ? claimRecords(read, source, newId) : [],
          reported: isClaimed
            ? []
            : reportedRecords(read, { source: said.source, dated: said.dated || null }, newId),
          claimTexts: claimTextRecords(read, source, newId),
        },
      },
      {
        onSuccess: ({ id, editionSlug }) => {
          drop();
          if (said.follows) {
            // The edition stands by now: where its place could not be kept, the line says so and takes it.
            place.mutate(
              { params: { id }, body: { follows: said.follows } },
              { onSettled: () => void navigate(`/editions/${editionSlug}/line`) },
            );
            return;
          }
          void navigate(
            beside ? `/compare?editions=${beside},${editionSlug}` : `/editions/${editionSlug}`,
          );
        },
        onError: refuse,
      },
    );
  });
  return (
    <form className={classes.page} noValidate onSubmit={submit}>
      <header className={classes.head}>
        <h1>An edition without a pair</h1>
      </header>
      <p className="soft">
        A rival, a forerunner, a sibling: by what is stated of it. It stands in find and in Compare
        with open marks, as stated, until a pair of it is received.
      </p>
      <SimpleGrid cols={{ base: 1, sm: 3 }} spacing="sm">
        <Autocomplete
          label="Maker"
          required
          data={known.data?.makers ?? []}
          {...form.getInputProps('maker')}
        />
        <Autocomplete
          label="Model, with its version"
          required
          data={known.data?.models ?? []}
          {...form.getInputProps('model')}
        />
        <TextInput
          label="Edition"
          placeholder="mid cut, wide build; may be empty"
          {...form.getInputProps('name')}
        />
      </SimpleGrid>
      <UseField uses={form.values.uses} onChange={(uses) => form.setFieldValue('uses', uses)} />
      <EditionSelect
        label="Follows"
        placeholder="the version before it; may be empty"
        clearable
        w={400}
        value={form.values.follows}
        onChange={(slug) => form.setFieldValue('follows', slug)}
      />
      <Textarea
        label="What is stated"
        description="As read out: 33/25 mm, 8 mm drop, 10.9 oz / 309 g, UK 9, with insole, carbon plate"
        autosize
        minRows={2}
        {...form.getInputProps('claims')}
      />
      <p className={classes.known} aria-live="polite">
        {claims.trim() === ''
          ? '\u00a0'
          : `Read: ${read.figures.length} figures, ${read.words.length} in words${
              read.unread.length > 0
                ? `; kept as text: ${read.unread.map(({ text }) => text).join('; ')}`
                : ''
            }.`}
      </p>
      <SimpleGrid cols={{ base: 1, sm: 3 }} spacing="sm">
        <Select
          label="Stated by"
          data={[...STATED_BY]}
          allowDeselect={false}
          {...form.getInputProps('by')}
        />
        <TextInput
          label="Stated where"
          placeholder="web page, box, letter"
          required
          {...form.getInputProps('source')}
        />
        <TextInput label="On which day" type="date" {...form.getInputProps('dated')} />
      </SimpleGrid>
      <footer className={classes.foot}>
        <Button type="submit" loading={add.isPending}>
          Keep this edition
        </Button>
      </footer>
      {add.isError && (
        <p role="alert" className="look-here">
          {add.error.message} What you typed is kept.
        </p>
      )}
    </form>
  );
}
