import { Autocomplete, Textarea } from '@mantine/core';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import { findClaimFaults } from '#core/claims/claim-consistency.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { claimFault, claimTerms } from '#core/wording/claim-sentences.ts';
import { joined } from '#core/wording/message.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { Says } from '../kit/Says.tsx';
import { useUnits } from '../shell/units.ts';
import { Verdict } from '../shell/Verdict.tsx';
import type { Form } from './PairFieldset.tsx';
import classes from './ReceivePage.module.css';

/** Claims typed as they are read out, read and checked against each other at once. */
export function ClaimCheck({ form, label }: { form: Form; label: string }) {
  return (
    <>
      <Textarea
        label={label}
        description="As read out: 33/25 mm, 8 mm drop, 10.9 oz / 309 g, UK 9, with insole, carbon plate"
        autosize
        minRows={2}
        {...form.getInputProps('claims')}
      />
      <Autocomplete
        label="Stated where"
        placeholder="box"
        data={['box', "maker's page", 'hang tag', 'catalogue', 'letter']}
        {...form.getInputProps('claimSource')}
      />
      <ReadClaims text={form.values.claims} />
    </>
  );
}

function ReadClaims({ text }: { text: string }) {
  const units = useUnits();
  if (text.trim() === '') return null;
  const { figures, label, statedBasis, words, unread } = readClaims(text);
  const faults = findClaimFaults(figures);
  return (
    <div className={classes.claims} aria-live="polite" data-testid="claims-read">
      {figures.length > 0 && (
        <DataTable
          rows={figures}
          keyOf={({ quantity, typed }) => `${quantity} ${typed}`}
          columns={[
            {
              head: 'Claimed',
              cell: ({ quantity, label: own = label, basis = statedBasis }) => (
                <>
                  {describeQuantity(quantity).name}
                  <br />
                  <span className="soft">
                    <Says
                      words={joined(claimTerms({ quantity, label: own, statedBasis: basis }), '; ')}
                    />
                  </span>
                </>
              ),
            },
            { head: 'As typed', cell: ({ typed }) => typed, figure: true },
            {
              head: 'Stands for',
              cell: ({ quantity, value, halfWidth, limit }) => {
                const least = units.write(quantity, value - halfWidth);
                const most = units.write(quantity, value + halfWidth);
                if (limit === 'at most') return `up to ${most.text}`;
                if (limit === 'at least') return `${least.text} and more`;
                return `${least.value} to ${most.text}`;
              },
              figure: true,
            },
          ]}
        />
      )}
      {words.map(({ part, text: claimed }) => (
        <p key={claimed}>
          {part}: {claimed} <span className="soft">kept as stated</span>
        </p>
      ))}
      {unread.map((piece) => (
        <p key={piece.text}>
          Kept as text: “{piece.text}”. <span className="soft">{piece.help}</span>
        </p>
      ))}
      {faults.map((fault) => (
        <p key={JSON.stringify(fault.sides)}>
          <Verdict word={fault.rounding ? 'rounding' : 'contradicts itself'} />:{' '}
          <Says words={claimFault(fault)} />
        </p>
      ))}
      {figures.length > 1 && faults.length === 0 && unread.length === 0 && (
        <p>
          <strong>agrees</strong> with itself, as far as its rounding allows.
        </p>
      )}
    </div>
  );
}
