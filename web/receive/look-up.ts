/** What a receipt leaves to the book: the next free tag, the pair that this one was sent for. */
import type { PairRow } from '#contract/pair-records.ts';
import { lookUpPair } from '../api/queries.ts';
import { suggestTag } from '../api/record-queries.ts';
import { RequestFault } from '../api/request.ts';
import type { Form } from './PairFieldset.tsx';
import { type ReceiptForm, replacedTag } from './receipt-form.ts';

/** The form with its tag, and the pair it names; undefined where the book could not be asked. */
export async function lookUp(
  form: Form,
): Promise<{ values: ReceiptForm; replaced: PairRow | undefined } | undefined> {
  const { maker, model, tag } = form.values;
  const wanted = replacedTag(form.values);
  try {
    const [free, replaced] = await Promise.all([
      tag.trim() === '' && maker.trim() && model.trim() ? suggestTag(maker, model) : tag,
      wanted === '' ? undefined : lookUpPair(wanted),
    ]);
    return { values: { ...form.values, tag: free }, replaced };
  } catch (error) {
    if (!(error instanceof RequestFault)) throw error;
    form.setFieldError(wanted === '' ? 'tag' : 'replaces', error.message);
    return undefined;
  }
}
