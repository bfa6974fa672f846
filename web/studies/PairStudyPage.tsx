import { Button, Checkbox, NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { readPlainNumber } from '#core/sizing/delimited.ts';
import { labelSlug, nameLabel } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import { consistencySentence, pairStudyNoteSentence } from '#core/wording/study-sentences.ts';
import { useEditions } from '../api/queries.ts';
import { Says } from '../kit/Says.tsx';
import { carriedWords } from '../shell/carried-words.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { TableLinks } from '../shell/TableLinks.tsx';
import { type UnitWords, useUnits } from '../shell/units.ts';
import { useAmounts } from './amounts.ts';
import { LotsCompared } from './LotsCompared.tsx';
import { Individuals, VarianceBars } from './PairCharts.tsx';
import { AnovaDetails, Figures, Ranking } from './PairFigures.tsx';
import classes from './Studies.module.css';
import { usePairStudy, useStudyOf } from './studies.ts';

/** Limits typed in the unit shown; a claim fills them with what its rounding allows. */
function useLimits(units: UnitWords, quantity: QuantityId) {
  const [lower, setLower] = useState('');
  const [upper, setUpper] = useState('');
  const { factor } = units.unitOf(quantity);
  const read = (text: string) => {
    const value = text.trim() === '' ? undefined : readPlainNumber(text, true);
    return value === undefined ? undefined : value * factor;
  };
  const wrong = (text: string) =>
    text.trim() !== '' && readPlainNumber(text, true) === undefined
      ? 'a number, such as 30.5'
      : undefined;
  return {
    lower: { value: lower, set: setLower, error: wrong(lower) },
    upper: { value: upper, set: setUpper, error: wrong(upper) },
    limits: { lower: read(lower), upper: read(upper) },
  };
}

/** Is this model consistent? The pairs of one edition, one size and one basis. */
export function PairStudyPage() {
  const editions = useEditions({ measured: true });
  const units = useUnits();
  const [search, setSearch] = useSearchParams();
  const most = editions.data?.pages[0]?.rows[0];
  const slug = search.get('edition') ?? most?.slug;
  const wanted = {
    edition: slug ?? '',
    quantity: (search.get('quantity') ?? undefined) as QuantityId | undefined,
    label: search.get('label') ?? undefined,
    basis: search.get('basis') ?? undefined,
    carried: search.get('carried') === '1' ? ('1' as const) : ('0' as const),
  };
  const fetched = usePairStudy(slug ? wanted : null);
  const readings = fetched.data;
  const quantity = readings?.quantity ?? 'heel-stack';
  const amounts = useAmounts(quantity);
  const terms = useLimits(units, quantity);
  const { study, fault, steps, stop } = useStudyOf(readings, terms.limits);
  const put = (change: Record<string, string>) =>
    setSearch({
      ...Object.fromEntries(Object.entries(wanted).filter(([, value]) => value)),
      ...change,
    } as Record<string, string>);
  if (editions.isSuccess && most === undefined)
    return (
      <p>
        A study of pairs needs an edition with two measured pairs at least.{' '}
        <Link to="/receive">Receive a pair</Link>
      </p>
    );
  const name = slug ?? 'study';
  const [claim] = readings?.claims ?? [];
  return (
    <section>
      <div className={classes.terms}>
        <EditionSelect
          size="xs"
          label="Edition"
          measured
          allowDeselect={false}
          value={slug ?? ''}
          onChange={(edition) => edition && setSearch({ edition, quantity })}
        />
        {readings && (
          <>
            <NativeSelect
              size="xs"
              label="Quantity"
              data={readings.quantities.map((one) => ({
                value: one,
                label: units.define(one).name,
              }))}
              value={quantity}
              onChange={(event) => put({ quantity: event.currentTarget.value, basis: '' })}
            />
            {readings.labels.length > 1 && (
              <NativeSelect
                size="xs"
                label="Size"
                data={readings.labels.map((one) => ({
                  value: labelSlug(one),
                  label: nameLabel(one),
                }))}
                value={labelSlug(readings.label)}
                onChange={(event) => put({ label: event.currentTarget.value, basis: '' })}
              />
            )}
            {readings.bases.length > 1 && (
              <NativeSelect
                size="xs"
                label="Basis: never pooled"
                data={readings.bases.map((one) => ({
                  value: one.key,
                  label: `${one.words} · ${one.pairs}`,
                }))}
                value={readings.basis?.key ?? ''}
                onChange={(event) => put({ basis: event.currentTarget.value })}
              />
            )}
            {readings.carriable > 0 && (
              <Checkbox
                size="xs"
                mb={6}
                label={`${readings.carriable} more of other size or wear, carried`}
                checked={wanted.carried === '1'}
                onChange={(event) => put({ carried: event.currentTarget.checked ? '1' : '0' })}
              />
            )}
            <TextInput
              size="xs"
              w={90}
              label={`From, ${amounts.symbol}`}
              value={terms.lower.value}
              error={terms.lower.error}
              onChange={(event) => terms.lower.set(event.currentTarget.value)}
            />
            <TextInput
              size="xs"
              w={90}
              label={`To, ${amounts.symbol}`}
              value={terms.upper.value}
              error={terms.upper.error}
              onChange={(event) => terms.upper.set(event.currentTarget.value)}
            />
            {claim && (
              <Button
                size="xs"
                variant="default"
                onClick={() => {
                  const step = units.define(quantity).noticeable / 2 + claim.halfWidth;
                  terms.lower.set(amounts.digits(claim.value - step, 0).replace('−', '-'));
                  terms.upper.set(amounts.digits(claim.value + step, 0).replace('−', '-'));
                }}
              >
                From the claim: {claim.typed}
              </Button>
            )}
          </>
        )}
      </div>
      {fetched.isError && (
        <p role="alert" className="look-here">
          {fetched.error.message}
        </p>
      )}
      {fault && (
        <p role="alert">
          <strong className="look-here">No study:</strong> {fault}.
        </p>
      )}
      {steps !== undefined && steps > 200 && (
        <p role="status">
          Working, step {steps}{' '}
          <Button size="compact-xs" variant="default" onClick={stop}>
            Stop
          </Button>
        </p>
      )}
      {study && readings && (
        <>
          <p className={classes.says} data-testid="consistency">
            <Says words={consistencySentence(study, (amount) => amounts.write(amount))} />
          </p>
          {study.notes.map(pairStudyNoteSentence).map((note) => (
            <p key={textOf(note)} className={classes.note}>
              <Says words={note} />
            </p>
          ))}
          {readings.carried.length > 0 && (
            <p className={classes.note}>
              {readings.carried
                .map(({ tag, steps }) => `${tag} ${carriedWords(steps, quantity, units)}`)
                .join('; ')}
              . The doubt of carrying is in what the pairs scatter by.
            </p>
          )}
          {readings.pairs.some((pair) => pair.leftOut) && (
            <p className={classes.note}>
              Left out, rejected:{' '}
              {readings.pairs
                .filter((pair) => pair.leftOut)
                .map((pair) => pair.tag)
                .join(', ')}
              .
            </p>
          )}
          <div className={classes.columns}>
            <Individuals readings={readings} study={study} amounts={amounts} name={name} />
            <VarianceBars study={study} amounts={amounts} name={name} />
          </div>
          <LotsCompared readings={readings} study={study} amounts={amounts} />
          <p className="soft">Basis: {readings.basis?.words}.</p>
          <Figures study={study} amounts={amounts} />
          <AnovaDetails study={study} />
          <p>
            <Link
              to={`/studies/planner?quantity=${quantity}&pair=${study.pairSd}&shoe=${Math.sqrt(study.components.pairSide)}&repeat=${Math.sqrt(study.components.repeat)}`}
            >
              How many pairs with this spread?
            </Link>
          </p>
          <TableLinks of="pair-study" query={{ ...wanted, quantity }} />
          <Ranking quantity={quantity} amounts={amounts} />
        </>
      )}
    </section>
  );
}
