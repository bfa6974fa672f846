import { NativeSelect } from '@mantine/core';
import { line } from 'd3-shape';
import { useState } from 'react';
import type { WearOfPair } from '#contract/wear-records.ts';
import { withUnit } from '#core/sizing/number-words.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { Plot, widen } from '../drawing/Plot.tsx';
import fan from '../drawing/WearFan.module.css';

/** Whatever was measured at several distances, against distance: what changed, and by how much in 100 km. */
export function WornQuantities({ wear }: { wear: WearOfPair }) {
  const { quantities, pair } = wear;
  const [chosen, setChosen] = useState('');
  if (quantities.length === 0) return null;
  const shown = quantities.find(({ quantity }) => quantity === chosen) ?? quantities[0];
  if (!shown) return null;
  const { name, unit, decimals, points, words } = shown;
  const write = (value: number | undefined) => value?.toFixed(decimals) ?? '–';
  return (
    <section aria-label="Measured against distance">
      <h2>Measured against distance</h2>
      <DataTable
        label="Quantities against distance"
        rows={quantities}
        keyOf={({ quantity }) => quantity}
        columns={[
          { head: 'Quantity', cell: (one) => one.name, names: true },
          {
            head: 'First',
            cell: (one) => withUnit(one.points[0]?.value.toFixed(one.decimals) ?? '', one.unit),
            figure: true,
          },
          {
            head: 'Latest',
            cell: (one) => withUnit(one.points.at(-1)?.value.toFixed(one.decimals) ?? '', one.unit),
            figure: true,
          },
          { head: 'It', cell: (one) => one.words },
        ]}
      />
      {quantities.length > 1 && (
        <NativeSelect
          size="xs"
          w={260}
          label="Drawn"
          data={quantities.map((one) => ({ value: one.quantity, label: one.name }))}
          value={shown.quantity}
          onChange={(event) => setChosen(event.currentTarget.value)}
        />
      )}
      <Plot
        name={`${pair.tag.toLowerCase()}-${shown.quantity}`}
        says={`${name} against distance: ${words}, from ${write(points[0]?.value)} to ${write(points.at(-1)?.value)} ${unit}`}
        table={{
          columns: ['km', unit],
          rows: points.map(({ km, value }) => [km.toFixed(0), write(value)]),
        }}
        xRange={[0, Math.max(50, ...points.map(({ km }) => km)) * 1.04]}
        yRange={widen([
          Math.min(...points.map(({ value }) => value)),
          Math.max(...points.map(({ value }) => value)),
        ])}
        xTitle="km"
        yTitle={`${name}, ${unit}`}
        height={180}
      >
        {({ x, y }) => {
          const path = line<(typeof points)[number]>(
            ({ km }) => x(km),
            ({ value }) => y(value),
          );
          return (
            <>
              <path d={path(points) ?? ''} className={fan.leading} />
              {points.map(({ km, value }) => (
                <circle
                  key={`${km} ${value}`}
                  cx={x(km)}
                  cy={y(value)}
                  r={4}
                  className={fan.point}
                />
              ))}
            </>
          );
        }}
      </Plot>
    </section>
  );
}
