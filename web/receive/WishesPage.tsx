import { Autocomplete, Button, Select, SimpleGrid, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef } from 'react';
import { Link, useSearchParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import { WISH_KINDS, type Wish } from '#contract/wish-records.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { useChange } from '../api/queries.ts';
import { useNames, useWishes } from '../api/record-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { useRested } from '../shell/typing.ts';
import classes from './ReceivePage.module.css';

const WISH = z.object({
  maker: z.string().trim().min(1, 'the maker is missing'),
  model: z.string().trim().min(1, 'the model is missing'),
  name: z.string(),
  kind: z.enum(WISH_KINDS),
  why: z.string().trim().min(1, 'why it is wanted'),
  whom: z.string(),
  dueOn: z.string().transform((day) => day || null),
});

function WishForm() {
  const [search] = useSearchParams();
  const add = useChange('addWish');
  const id = useRef(newId());
  const { form, drop, refuse } = useSchemaForm(
    WISH,
    {
      maker: search.get('maker') ?? '',
      model: search.get('model') ?? '',
      name: search.get('name') ?? '',
      kind: 'wished for',
      why: '',
      whom: '',
      dueOn: '',
    },
    'why',
    'wish',
  );
  const { maker, model } = form.values;
  const known = useNames(useRested(maker.trim()), useRested(model.trim())).data;
  return (
    <form
      noValidate
      aria-label="A wish"
      onSubmit={form.onSubmit((wish) =>
        add.mutate(
          { body: { id: id.current, ...wish } },
          {
            onSuccess: () => {
              id.current = newId();
              form.setValues({ maker: '', model: '', name: '', why: '', whom: '', dueOn: '' });
              drop();
              form.getInputNode('maker')?.focus();
            },
            onError: refuse,
          },
        ),
      )}
    >
      <SimpleGrid cols={{ base: 1, sm: 4 }} spacing="sm">
        <Autocomplete
          label="Maker"
          required
          data={known?.makers ?? []}
          {...form.getInputProps('maker')}
        />
        <Autocomplete
          label="Model, with its version"
          required
          data={known?.models ?? []}
          {...form.getInputProps('model')}
        />
        <TextInput label="Edition" placeholder="empty: any build" {...form.getInputProps('name')} />
        <Select
          label="It is"
          data={[...WISH_KINDS]}
          allowDeselect={false}
          {...form.getInputProps('kind')}
        />
      </SimpleGrid>
      <SimpleGrid cols={{ base: 1, sm: 3 }} spacing="sm" mt={6}>
        <TextInput
          label="Why"
          required
          placeholder="carriers ask if it replaces the Stairwell"
          {...form.getInputProps('why')}
        />
        <TextInput
          label="By whom"
          placeholder="readers, the maker"
          {...form.getInputProps('whom')}
        />
        <TextInput label="Due on" type="date" {...form.getInputProps('dueOn')} />
      </SimpleGrid>
      <Button type="submit" my="sm" loading={add.isPending}>
        Put it on the list
      </Button>
    </form>
  );
}

function WishTable({ wishes }: { wishes: readonly Wish[] }) {
  const close = useChange('closeWish');
  const today = dayjs().format('YYYY-MM-DD');
  return (
    <DataTable
      rows={wishes}
      keyOf={({ id }) => id}
      rowClass={({ closed }) => (closed === null ? undefined : classes.withdrawn)}
      columns={[
        {
          head: 'Shoe',
          cell: (wish) =>
            wish.editionSlug ? (
              <Link to={`/editions/${wish.editionSlug}`}>{editionName(wish)}</Link>
            ) : (
              editionName(wish)
            ),
          names: true,
        },
        { head: 'It is', cell: ({ kind, whom }) => `${kind}${whom ? ` by ${whom}` : ''}` },
        { head: 'Why', cell: ({ why }) => why },
        {
          head: 'Due',
          cell: ({ dueOn, closed }) =>
            dueOn && (
              <span className={closed === null && dueOn < today ? 'look-here' : undefined}>
                {dayjs(dueOn).format('D MMM YYYY')}
                {closed === null && dueOn < today && ', overdue'}
              </span>
            ),
        },
        {
          head: 'Then',
          cell: (wish) =>
            wish.closed === null ? (
              <span className={classes.acts}>
                <Button
                  size="compact-xs"
                  variant="subtle"
                  component={Link}
                  to={`/receive?${new URLSearchParams({ maker: wish.maker, model: wish.model, edition: wish.name })}`}
                  aria-label={`Receive ${editionName(wish)}`}
                >
                  receive
                </Button>
                <Button
                  size="compact-xs"
                  variant="subtle"
                  aria-label={`Strike off ${editionName(wish)}`}
                  onClick={() =>
                    close.mutate({
                      params: { id: wish.id },
                      body: { reason: 'struck off at the bench' },
                    })
                  }
                >
                  strike off
                </Button>
              </span>
            ) : wish.tag ? (
              <Link to={`/pairs/${wish.tag}/receive`}>{wish.closed}</Link>
            ) : (
              wish.closed
            ),
        },
      ]}
    />
  );
}

/** Pairs that are promised, wished for or asked for, and why; receiving one strikes it off. */
export function WishesPage() {
  const list = useWishes();
  if (list.isError && !list.data) return <PageFault error={list.error} />;
  const wishes = list.data?.wishes ?? [];
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>Wish list</h1>
        <Link to="/desk">Desk: what comes next, and why</Link>
      </header>
      <p className="soft">
        Pairs that are promised, wished for, or asked for by readers. Receiving one strikes it off;
        what is struck off by hand can be taken back in the{' '}
        <Link to="/lab/changes">record of changes</Link>.
      </p>
      <WishForm />
      {list.data && wishes.length === 0 && (
        <p className="soft">Nothing is wished for yet. Say above what should come next, and why.</p>
      )}
      {wishes.length > 0 && <WishTable wishes={wishes} />}
    </div>
  );
}
