import { Checkbox, SegmentedControl, SimpleGrid, Textarea, TextInput } from '@mantine/core';
import type { UseFormReturnType } from '@mantine/form';
import { readLabel, readPrintedLabel } from '#core/sizing/printed-label.ts';
import {
  type LabelSystem,
  labelLengths,
  nameLabel,
  nearestPrinted,
} from '#core/sizing/size-label.ts';
import classes from './ReceivePage.module.css';
import type { ReceiptForm } from './receipt-form.ts';

/** Systems that the line does not tell: foot lengths stand by themselves, children’s are of no adult. */
const UNTOLD: readonly LabelSystem[] = ['mondopoint', 'us-child', 'uk-child'];

export type Form = UseFormReturnType<ReceiptForm>;

/** What the label says: what is asked about it, or the same last in every other system. */
export function LabelLine({ text, faulty = false }: { text: string; faulty?: boolean }) {
  if (text.trim() === '' || faulty) return <p className={classes.labels}>&nbsp;</p>;
  const { faults, width } = readPrintedLabel(text);
  const read = readLabel(text);
  if (!read.ok)
    return (
      <p className={classes.labels} data-testid="labels">
        {faults[0] ?? read.fault.message}
      </p>
    );
  const { lastMm, deviceFootMm, labels } = labelLengths(read.value);
  const others = (Object.keys(labels) as (keyof typeof labels)[]).filter(
    (system) => system !== read.value.system && !UNTOLD.includes(system),
  );
  return (
    <p className={classes.labels} data-testid="labels">
      {others.map((system) => (
        <span key={system} className="figure">
          {nameLabel({ system, size: nearestPrinted(system, labels[system]) })}{' '}
          <span className="soft">({labels[system].toFixed(1)})</span>
        </span>
      ))}
      {width && <span>width {width}</span>}
      <span className="figure">last {lastMm.toFixed(1)} mm</span>
      <span className="figure">foot {deviceFootMm.toFixed(1)} mm</span>
    </p>
  );
}

/** What is kept of the pair itself: label, tag, how it came, prices, dates, wear. */
export function PairFieldset({ form }: { form: Form }) {
  const isBought = form.values.acquisition === 'bought';
  const choose = (field: 'acquisition' | 'shoes', options: string[], label: string) => (
    <div>
      <span className={classes.legend} id={`${field}-label`}>
        {label}
      </span>
      <SegmentedControl
        aria-labelledby={`${field}-label`}
        size="xs"
        fullWidth
        data={options}
        {...form.getInputProps(field)}
      />
    </div>
  );
  return (
    <>
      <SimpleGrid cols={{ base: 2, sm: 3, lg: 7 }} spacing="xs">
        <TextInput
          style={{ gridColumn: 'span 2' }}
          label="Label"
          placeholder="UK 8, M9 / W10.5, 11 D"
          required
          {...form.getInputProps('label')}
        />
        <TextInput label="Tag" required {...form.getInputProps('tag')} />
        <TextInput label="Width" placeholder="regular" {...form.getInputProps('width')} />
        <TextInput label="Colour" {...form.getInputProps('colour')} />
        <TextInput label="Lot" {...form.getInputProps('lot')} />
        <TextInput label="Sent for" placeholder="tag" {...form.getInputProps('replaces')} />
      </SimpleGrid>
      <LabelLine text={form.values.label} faulty={form.errors.label !== undefined} />
      <SimpleGrid cols={{ base: 1, sm: 2 }} spacing="sm">
        {choose('acquisition', ['bought', 'loaned', 'gifted'], 'How it came')}
        {choose('shoes', ['both', 'left only', 'right only'], 'Shoes here')}
      </SimpleGrid>
      <SimpleGrid cols={{ base: 2, sm: 3, lg: 5 }} spacing="xs" mt={6}>
        <TextInput
          label="From"
          placeholder={isBought ? 'shop' : 'lender, giver'}
          {...form.getInputProps('from')}
        />
        {isBought && (
          <TextInput label="Order" placeholder="number" {...form.getInputProps('orderNumber')} />
        )}
        <TextInput label="List price" inputMode="decimal" {...form.getInputProps('listPrice')} />
        {isBought && (
          <TextInput label="Paid" inputMode="decimal" {...form.getInputProps('paidPrice')} />
        )}
        <TextInput label="Currency" maxLength={3} {...form.getInputProps('currency')} />
      </SimpleGrid>
      <SimpleGrid cols={{ base: 2, sm: 4 }} spacing="xs" mt={6}>
        {isBought && (
          <TextInput label="Bought on" type="date" {...form.getInputProps('boughtOn')} />
        )}
        <TextInput label="Received" type="date" {...form.getInputProps('receivedOn')} />
        <TextInput label="Return by" type="date" {...form.getInputProps('returnBy')} />
        <TextInput label="Already worn" placeholder="0 km" {...form.getInputProps('worn')} />
      </SimpleGrid>
      <div className={classes.last}>
        <Textarea label="Note" autosize minRows={1} {...form.getInputProps('note')} />
        <fieldset className={classes.disclose}>
          <legend className={classes.legend}>Disclosed on the sheet</legend>
          <Checkbox
            label="links that pay"
            {...form.getInputProps('linksPay', { type: 'checkbox' })}
          />
          <Checkbox
            label="the maker saw the text"
            {...form.getInputProps('makerSawText', { type: 'checkbox' })}
          />
        </fieldset>
      </div>
    </>
  );
}
