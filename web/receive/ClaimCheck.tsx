import { Autocomplete, Textarea } from '@mantine/core';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import { claimTerms } from '#core/claims/claim.ts';
import { findClaimFaults } from '#core/claims/claim-consistency.ts';
import { readClaims } from '#core/claims/claim-text.ts';
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
        description="As read out: 33/25 mm, 8 mm drop, 10.9 oz / 309 g, UK 9, with insole"
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
  const { figures, label, statedBasis, unread } = readClaims(text);
  const faults = findClaimFaults(figures);
  return (
    <div className={classes.claims} aria-live="polite" data-testid="claims-read">
      {figures.length > 0 && (
        <table>
          <thead>
            <tr>
              <th scope="col">Claimed</th>
              <th scope="col">As typed</th>
              <th scope="col">Stands for</th>
              <th scope="col">Size and basis</th>
            </tr>
          </thead>
          <tbody>
            {figures.map((figure) => (
              <tr key={`${figure.quantity} ${figure.typed}`}>
                <td>{QUANTITIES[figure.quantity].name}</td>
                <td className="figure">{figure.typed.replace(/ drop$/, '')}</td>
                <td className="figure">
                  {units.write(figure.quantity, figure.value - figure.halfWidth).value} to{' '}
                  {units.write(figure.quantity, figure.value + figure.halfWidth).text}
                </td>
                <td>{claimTerms({ quantity: figure.quantity, label, statedBasis }).join('; ')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {unread.map((piece) => (
        <p key={piece.text} className="look-here">
          Not read: “{piece.text}”. {piece.help}
        </p>
      ))}
      {faults.map((fault) => (
        <p key={fault.text}>
          <Verdict word={fault.rounding ? 'rounding' : 'contradicts itself'} />: {fault.text}.
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
