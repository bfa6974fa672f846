import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef } from 'react';
import { useSearchParams } from 'react-router';
import { v7 as newId } from 'uuid';
import type { KeptBridgeRecord, Method } from '#contract/study-records.ts';
import type { MeasuredQuantityId } from '#core/catalogue/quantities.ts';
import { type Bridge, bridgeMethods } from '#core/study/bridge.ts';
import { bridgeSentence } from '#core/wording/study-sentences.ts';
import { useChange } from '../api/queries.ts';
import plot from '../drawing/Plot.module.css';
import { Plot, widen } from '../drawing/Plot.tsx';
import { useDraft } from '../kit/draft.ts';
import { Says } from '../kit/Says.tsx';
import { useUnits } from '../shell/units.ts';
import { useAmounts } from './amounts.ts';
import { FoundTable } from './FoundTable.tsx';
import { QuantitySelect } from './QuantitySelect.tsx';
import classes from './Studies.module.css';
import { useBridge, useBridges, useMethods } from './studies.ts';

const nameMethod = ({ protocol, instrument }: Method) => `${protocol} · ${instrument}`;

type Shared = NonNullable<ReturnType<typeof useBridge>['data']>;

function bridge(shared: Shared, noticeable: number): { found: Bridge } | { fault: string } {
  try {
    return { found: bridgeMethods(shared.shoes, { ...shared, noticeable }) };
  } catch (error) {
    if (error instanceof RangeError) return { fault: error.message };
    throw error;
  }
}

function AgreementChart({ shared, found }: { shared: Shared; found: Bridge }) {
  const amounts = useAmounts(shared.quantity);
  const { factor } = useUnits().unitOf(shared.quantity);
  const { bias, lower, upper } = found.agreement;
  const points = shared.shoes.map(({ shoe, a, b }) => ({
    shoe,
    a,
    b,
    mean: (a + b) / 2 / factor,
    difference: (b - a) / factor,
  }));
  const means = points.map((point) => point.mean);
  const xRange = widen([Math.min(...means), Math.max(...means)]);
  return (
    <Plot
      name={`agreement-${shared.quantity}`}
      says={`Difference of the methods against their mean: ${amounts.write(bias)} on average, 95 % of shoes between ${amounts.digits(lower)} and ${amounts.write(upper)}.`}
      table={{
        columns: ['shoe', 'first', 'second', 'second − first'],
        rows: points.map((point) => [
          point.shoe,
          amounts.write(point.a),
          amounts.write(point.b),
          amounts.digits(point.b - point.a),
        ]),
      }}
      xRange={xRange}
      yRange={widen(
        [
          Math.min(lower / factor, ...points.map((point) => point.difference)),
          Math.max(upper / factor, ...points.map((point) => point.difference)),
        ],
        0.15,
      )}
      xTitle={`mean of both, ${amounts.symbol}`}
      yTitle={`second less first, ${amounts.symbol}`}
      width={620}
    >
      {({ x, y }) => (
        <>
          {[lower, upper].map((limit) => (
            <line
              key={limit}
              className={plot.limit}
              x1={x(xRange[0])}
              x2={x(xRange[1])}
              y1={y(limit / factor)}
              y2={y(limit / factor)}
            />
          ))}
          <line
            className={plot.centre}
            x1={x(xRange[0])}
            x2={x(xRange[1])}
            y1={y(bias / factor)}
            y2={y(bias / factor)}
          />
          {points.map((point) => (
            <circle
              key={point.shoe}
              cx={x(point.mean)}
              cy={y(point.difference)}
              r={4}
              data-side={point.shoe.endsWith('left') ? 'left' : 'right'}
            />
          ))}
        </>
      )}
    </Plot>
  );
}

function BridgeFigures({ shared, found }: { shared: Shared; found: Bridge }) {
  const amounts = useAmounts(shared.quantity);
  const { deming, agreement, conversion, en } = found;
  const rows: [string, string, string][] = [
    [
      'second less first',
      amounts.write(agreement.bias),
      `± ${amounts.digits(agreement.biasReach)} (95 %) over ${found.shoes} shoes`,
    ],
    [
      '95 % of shoes differ by',
      `${amounts.digits(agreement.lower)} to ${amounts.write(agreement.upper)}`,
      `each ± ${amounts.digits(agreement.limitReach)}`,
    ],
    [
      'line, both with errors',
      `slope ${deming.slope.toFixed(3)}`,
      `95 %: ${deming.slopeInterval.map((one) => one.toFixed(3)).join(' to ')}`,
    ],
    ...(en === undefined
      ? []
      : [
          [
            'gap over what both state',
            en.toFixed(2),
            en <= 1 ? 'the two agree within what each states' : 'more than each states',
          ] as [string, string, string],
        ]),
    [
      'conversion',
      conversion
        ? conversion.kind === 'shift'
          ? `${agreement.bias < 0 ? 'less' : 'plus'} ${amounts.write(Math.abs(conversion.intercept))}`
          : `${amounts.digits(conversion.intercept)} + ${conversion.slope.toFixed(3)} × first`
        : 'none',
      `one converted value is in doubt by ± ${amounts.write(found.conversionU)}`,
    ],
  ];
  return <FoundTable rows={rows} />;
}

function KeptBridge({ kept }: { kept: KeptBridgeRecord }) {
  const retire = useChange('retireBridge');
  const [{ reason }, put, drop] = useDraft(`retired conversion ${kept.id}`, { reason: '' });
  const amounts = useAmounts(kept.quantity);
  const { define } = useUnits();
  return (
    <li>
      <strong>{define(kept.quantity).name}</strong>: {nameMethod(kept.from)} → {nameMethod(kept.to)}
      ,{' '}
      <span className="figure">
        {kept.conversion.kind === 'shift'
          ? amounts.write(kept.conversion.intercept)
          : `slope ${kept.conversion.slope.toFixed(3)}`}{' '}
        ± {amounts.write(kept.conversionU)}
      </span>{' '}
      <span className="soft">
        {kept.shoes} shoes, {dayjs(kept.keptAt).format('D MMM YYYY')}
        {kept.retired ? `; out of use: ${kept.retired}` : ''}
      </span>
      {!kept.retired && (
        <form
          className={classes.terms}
          onSubmit={(event) => {
            event.preventDefault();
            if (reason.trim())
              retire.mutate(
                { params: { id: kept.id }, body: { reason } },
                { onSuccess: () => drop() },
              );
          }}
        >
          <TextInput
            size="xs"
            aria-label="Why it goes out of use"
            placeholder="why it goes out of use"
            value={reason}
            onChange={(event) => put({ reason: event.currentTarget.value })}
          />
          <Button type="submit" size="xs" variant="default" disabled={reason.trim() === ''}>
            Take out of use
          </Button>
        </form>
      )}
    </li>
  );
}

function KeptBridges() {
  const bridges = useBridges();
  return (
    <section aria-label="Conversions in use">
      <h2>The lab’s own conversions</h2>
      {bridges.data?.length === 0 && (
        <p className="soft">None kept yet. Compare refuses what it cannot convert, and says why.</p>
      )}
      <ul>
        {(bridges.data ?? []).map((kept) => (
          <KeptBridge key={kept.id} kept={kept} />
        ))}
      </ul>
    </section>
  );
}

/** Two protocols, gauges or labs on the same shoes: is there a conversion? */
export function MethodsPage() {
  const units = useUnits();
  const [search, setSearch] = useSearchParams();
  const quantity = (search.get('quantity') ?? 'heel-stack') as MeasuredQuantityId;
  const methods = useMethods(quantity);
  const offered = methods.data ?? [];
  const a = search.get('a') ?? offered[1]?.key ?? '';
  const b = search.get('b') ?? offered[0]?.key ?? '';
  const fetched = useBridge(quantity, a, b);
  const keep = useChange('keepBridge');
  const id = useRef(newId());
  const shared = offered.length > 1 ? fetched.data : undefined;
  const answer = shared && bridge(shared, units.define(quantity).noticeable);
  const found = answer && 'found' in answer ? answer.found : undefined;
  const choose = (change: Record<string, string>) => setSearch({ quantity, a, b, ...change });
  const select = (which: 'a' | 'b', label: string) => (
    <NativeSelect
      size="xs"
      label={label}
      data={offered.map((one) => ({ value: one.key, label: `${nameMethod(one)} · ${one.shoes}` }))}
      value={which === 'a' ? a : b}
      onChange={(event) => choose({ [which]: event.currentTarget.value })}
    />
  );
  return (
    <section>
      <div className={classes.terms}>
        <QuantitySelect value={quantity} onChange={(next) => setSearch({ quantity: next })} />
        {offered.length > 1 && (
          <>
            {select('a', 'First: what is carried over')}
            {select('b', 'Second: what it is carried to')}
          </>
        )}
      </div>
      {methods.isSuccess && offered.length < 2 && (
        <p>
          {units.define(quantity).name} was measured in {offered.length === 0 ? 'no' : 'one'} way so
          far. Measure five shoes at least by two protocols or gauges.
        </p>
      )}
      {fetched.isError && (
        <p role="alert" className="look-here">
          {fetched.error.message}
        </p>
      )}
      {a === b && offered.length > 1 && <p>A bridge joins two methods: choose another.</p>}
      {answer && 'fault' in answer && (
        <p role="alert">
          <strong className="look-here">No bridge:</strong> {answer.fault}.
        </p>
      )}
      {found && shared && (
        <>
          <p className={classes.says} data-testid="bridge">
            <Says words={bridgeSentence(found.verdict)} />
          </p>
          <div className={classes.columns}>
            <AgreementChart shared={shared} found={found} />
            <div>
              <BridgeFigures shared={shared} found={found} />
              {found.conversion && (
                <Button
                  mt="sm"
                  size="xs"
                  loading={keep.isPending}
                  onClick={() =>
                    keep.mutate(
                      { body: { id: id.current, quantity, a, b } },
                      {
                        onSuccess: () => {
                          id.current = newId();
                        },
                      },
                    )
                  }
                >
                  Keep this conversion
                </Button>
              )}
              {keep.isSuccess && <p role="status">Kept. Compare uses it from now on.</p>}
              {keep.error && (
                <p role="alert" className="look-here">
                  {keep.error.message}
                </p>
              )}
            </div>
          </div>
        </>
      )}
      <KeptBridges />
    </section>
  );
}
