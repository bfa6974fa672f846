import type { Problem } from '#contract/problem.ts';
import { DataTable } from '../drawing/DataTable.tsx';

const LISTED = 200;

/** What is wrong in a file, line by line. */
export function FileFaults({ problem }: { problem: Problem }) {
  const faults = problem.errors ?? [];
  const count = problem.faultCount ?? faults.length;
  return (
    <div role="alert">
      <p className="look-here">{problem.detail}</p>
      {faults.length > 0 && (
        <DataTable
          rows={faults.slice(0, LISTED)}
          keyOf={(fault) => `${fault.line} ${fault.field} ${fault.message}`}
          columns={[
            { head: 'Line', cell: (fault) => fault.line, figure: true },
            { head: 'Column', cell: (fault) => fault.field },
            { head: 'What is wrong, and what would be right', cell: (fault) => fault.message },
          ]}
        />
      )}
      {count > Math.min(LISTED, faults.length) && faults.length > 0 && (
        <p className="soft">
          The first {Math.min(LISTED, faults.length)} of {count.toLocaleString('en')} are shown.
        </p>
      )}
    </div>
  );
}
