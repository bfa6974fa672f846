import type { Comparison } from '#contract/sheet-records.ts';
import { DataTable } from '../drawing/DataTable.tsx';

/** Fit, wear, life, consistency and verdicts, in words. */
export function SaidRows({ said, names }: { said: Comparison['said']; names: readonly string[] }) {
  if (said.length === 0) return null;
  return (
    <section aria-label="In words">
      <h2>In words</h2>
      <DataTable
        rows={said}
        keyOf={({ title }) => title}
        columns={[
          { head: 'What', cell: ({ title }) => title, names: true },
          ...names.map((name, at) => ({
            head: name,
            cell: ({ cells }: Comparison['said'][number]) => cells[at] || 'nobody can tell',
          })),
        ]}
      />
    </section>
  );
}
