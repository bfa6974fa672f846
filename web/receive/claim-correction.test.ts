/** A claim that is put right keeps its size and basis. */
import { describe, expect, it } from 'vitest';
import { claimRecords } from '#contract/claim-records.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { LABEL_SYSTEMS } from '#core/sizing/size-label.ts';
import { textOfClaim, withTermsOf } from './claim-correction.ts';

const SIZES = {
  uk: 9,
  eu: 43,
  'us-men': 9.5,
  'us-women': 8,
  'us-child': 3,
  'uk-child': 2,
  mondopoint: 265,
} as const;

const claimed = (system: keyof typeof SIZES) => ({
  id: 'x',
  quantity: 'mass' as const,
  typed: '309 g',
  value: 309,
  halfWidth: 0.5,
  label: { system, size: SIZES[system] },
  statedBasis: { insole: 'out' as const },
  source: 'box',
  withdrawn: null,
});

const correct = (claim: ReturnType<typeof claimed>, text: string) =>
  withTermsOf(
    claim as never,
    claimRecords(readClaims(text), 'box', () => 'y'),
  );

describe('a claim that is corrected', () => {
  it.each(LABEL_SYSTEMS.filter((system) => system in SIZES))('keeps its size: %s', (system) => {
    const claim = claimed(system as keyof typeof SIZES);
    const [corrected] = correct(claim, textOfClaim(claim as never).replace('309', '319'));
    expect(corrected).toMatchObject({
      value: 319,
      label: claim.label,
      statedBasis: { insole: 'out' },
    });
  });

  it('takes another size where one is said', () => {
    expect(correct(claimed('uk'), 'mass 309 g, UK 8')[0]?.label).toEqual({ system: 'uk', size: 8 });
  });

  it('has none where it was said and is taken out of the text', () => {
    expect(correct(claimed('uk'), 'mass 309 g')[0]?.label ?? null).toBeNull();
  });
});
