import { Autocomplete, Button, Checkbox, Kbd, Select, SimpleGrid, TextInput } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { useEffect, useRef } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { nameUses } from '#core/catalogue/disciplines.ts';
import { useChange, usePair } from '../api/queries.ts';
import { useFreeTag, useNames, useWishes } from '../api/record-queries.ts';
import { putOnBench } from '../shell/bench.ts';
import { useDraftForm } from '../shell/form.ts';
import { useRested } from '../shell/typing.ts';
import { useUnits } from '../shell/units.ts';
import { ClaimCheck } from './ClaimCheck.tsx';
import { lookUp } from './look-up.ts';
import { type Form, PairFieldset } from './PairFieldset.tsx';
import classes from './ReceivePage.module.css';
import {
  emptyForm,
  faultsOfPaths,
  findEdition,
  formOfReplacement,
  type ReceiptForm,
  readReceipt,
} from './receipt-form.ts';
import { useTagSuggestion } from './tag-suggestion.ts';
import { UseField } from './UseField.tsx';
import { wishesFor, wishWords } from './wishes.ts';

/** Maker, model and edition: found while typing, or made. */
function EditionFieldset({ form }: { form: Form }) {
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus(), []);
  const { maker, model } = form.values;
  const names = useNames(useRested(maker.trim()), useRested(model.trim()));
  const editions = names.data?.editions ?? [];
  const known = findEdition(editions, form.values);
  const wished = wishesFor(useWishes().data?.wishes ?? [], form.values);
  const width = form.values.width.trim();
  const isOtherWidth =
    known !== undefined &&
    width !== '' &&
    known.widths.length > 0 &&
    !known.widths.some((one) => one.toLowerCase() === width.toLowerCase());
  return (
    <>
      <SimpleGrid cols={{ base: 1, sm: 3 }} spacing="sm">
        <Autocomplete
          label="Maker"
          required
          ref={first}
          // The list opens by typing: focus at the start shows none.
          openOnFocus={false}
          data={names.data?.makers ?? []}
          {...form.getInputProps('maker')}
        />
        <Autocomplete
          label="Model, with its version"
          required
          data={names.data?.models ?? []}
          {...form.getInputProps('model')}
        />
        <Autocomplete
          label="Edition"
          placeholder="mid cut, wide build; may be empty"
          data={editions.map((row) => row.name).filter(Boolean)}
          {...form.getInputProps('edition')}
        />
      </SimpleGrid>
      {/* As high whatever it says: what is looked up while somebody types moves no field. */}
      <div className={classes.told} aria-live="polite">
        {isOtherWidth && (
          <p className="look-here">
            {width} is new to this edition, which has {known.widths.join(', ')}. A wide build may
            have another last or foam: then it is an edition of its own.
          </p>
        )}
        {known ? (
          <p>
            Known: {known.pairs.length} {known.pairs.length === 1 ? 'pair' : 'pairs'} received,{' '}
            {known.claims} claims on file.
            {known.uses.length > 0 &&
              ` It is for ${nameUses(known.uses)}; that and the sizes it is made in stay, and are changed on its own record.`}
          </p>
        ) : (
          maker.trim() &&
          model.trim() && (
            <p>A new edition. A wide build or another cut is an edition of its own.</p>
          )
        )}
        {wished.map((wish) => (
          <p key={wish.id}>On the wish list, {wishWords(wish)}. Receiving it strikes it off.</p>
        ))}
      </div>
      <UseField
        uses={form.values.uses}
        error={form.errors.uses?.toString()}
        onChange={(uses) => form.setFieldValue('uses', uses)}
      />
      <details className={classes.made}>
        <summary>Sizes, widths and colours it is made in</summary>
        <SimpleGrid cols={{ base: 2, sm: 6 }} spacing="sm" mt={6}>
          <Select
            label="System"
            clearable
            data={[
              { value: 'uk', label: 'UK' },
              { value: 'eu', label: 'EU' },
              { value: 'us-men', label: 'US men' },
              { value: 'us-women', label: 'US women' },
              { value: 'mondopoint', label: 'Mondopoint' },
            ]}
            value={form.values.madeSystem || null}
            onChange={(value) => form.setFieldValue('madeSystem', value ?? '')}
          />
          <TextInput label="Smallest" {...form.getInputProps('madeFrom')} />
          <TextInput label="Largest" {...form.getInputProps('madeTo')} />
          <Checkbox
            mt={28}
            label="half sizes"
            {...form.getInputProps('halfSizes', { type: 'checkbox' })}
          />
          <TextInput label="Widths" placeholder="regular, 2E" {...form.getInputProps('widths')} />
          <TextInput label="Colours" placeholder="slate, oat" {...form.getInputProps('colours')} />
        </SimpleGrid>
      </details>
    </>
  );
}

/** A replacement begins with what it has in common with the pair it was sent for. */
function useReplacement(form: Form): void {
  const [search, setSearch] = useSearchParams();
  const wanted = search.get('replaces') ?? '';
  const replaced = usePair(wanted, wanted !== '');
  const { setValues } = form;
  // Once: what is typed or suggested since is not written over.
  const filled = useRef('');
  useEffect(() => {
    if (!replaced.data || wanted === '' || filled.current === wanted) return;
    filled.current = wanted;
    setValues(formOfReplacement(replaced.data));
    setSearch({}, { replace: true });
  }, [replaced.data, wanted, setValues, setSearch]);
}

/** A pair that was wished for begins with the names it was wished for by. */
function useWished(form: Form): void {
  const [search, setSearch] = useSearchParams();
  const { setValues } = form;
  // Once: what is typed since is not written over.
  const filled = useRef('');
  useEffect(() => {
    const maker = search.get('maker');
    if (maker === null || filled.current === search.toString()) return;
    filled.current = search.toString();
    setValues({ maker, model: search.get('model') ?? '', edition: search.get('edition') ?? '' });
    setSearch({}, { replace: true });
  }, [search, setValues, setSearch]);
}

/** Receive: a pair on the bench in under a minute, from the keyboard. */
export function ReceivePage() {
  const navigate = useNavigate();
  const units = useUnits();
  const receive = useChange('receivePair');
  const { form, drop } = useDraftForm<ReceiptForm>('receipt', { initialValues: emptyForm() });
  const { maker, model } = form.values;
  useTagSuggestion(form, useFreeTag(useRested(maker.trim()), useRested(model.trim())).data);
  useReplacement(form);
  useWished(form);
  // The ids of a receipt are made once for what is typed, so that a second press sends the same.
  const made = useRef<{ typed: string; read: ReturnType<typeof readReceipt> } | null>(null);

  async function submit(): Promise<void> {
    const found = await lookUp(form);
    if (!found) return;
    const typed = JSON.stringify([found.values, found.replaced?.id]);
    if (made.current?.typed !== typed)
      made.current = {
        typed,
        read: readReceipt(found.values, units.distanceUnit.symbol, found.replaced),
      };
    const { read } = made.current;
    if ('faults' in read) {
      form.setErrors(read.faults);
      const [first] = Object.keys(read.faults);
      if (first) form.getInputNode(first)?.focus();
      return;
    }
    receive.mutate(
      { body: read.receipt },
      {
        onSuccess: ({ tag }) => {
          drop();
          putOnBench(tag);
          // Before the first wear the shoes are held against each other, where there are two.
          void navigate(`/pairs/${tag}/${form.values.shoes === 'both' ? 'match' : 'measure'}`);
        },
        onError: (error) => form.setErrors(faultsOfPaths(error.problem?.errors ?? [])),
      },
    );
  }
  useHotkeys([['mod+Enter', () => void submit()]], []);

  return (
    <form
      className={classes.page}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <header className={classes.head}>
        <h1>Receive a pair</h1>
        <div className={classes.place}>
          <Link to="/editions/new">An edition without a pair</Link>
          <Link to="/wishes">Wish list</Link>
          <Link to="/desk">Desk</Link>
        </div>
      </header>
      <div className={classes.columns}>
        <div>
          <h2>Which shoe</h2>
          <EditionFieldset form={form} />
          <h2>This pair</h2>
          <PairFieldset form={form} />
        </div>
        <section className={classes.claimColumn} aria-label="Claims">
          <h2>What the maker claims</h2>
          <ClaimCheck form={form} label="Claimed figures" />
        </section>
      </div>
      <footer className={classes.foot}>
        <Button
          type="submit"
          loading={receive.isPending}
          rightSection={<Kbd size="xs">Ctrl Enter</Kbd>}
        >
          Put on bench
        </Button>
        <Button
          variant="subtle"
          size="xs"
          onClick={() => {
            form.reset();
            drop();
          }}
        >
          Clear the form
        </Button>
        {receive.isError && (
          <p role="alert" className="look-here">
            {receive.error.message} What you typed is kept.
          </p>
        )}
      </footer>
    </form>
  );
}
