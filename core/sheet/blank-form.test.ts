import { describe, expect, it } from 'vitest';
import { protocolsFor } from '../catalogue/protocol.ts';
import { QUANTITIES } from '../catalogue/quantities.ts';
import { blankForm } from './blank-form.ts';

describe('a protocol as a blank form', () => {
  it('has a line a station in the order of the hand, and a blank for each reading', () => {
    const round = protocolsFor(['caliper', 'scale']).find(({ name }) =>
      name.startsWith('Reviewer'),
    );
    if (!round) throw new Error('no reviewer’s round');
    const form = blankForm({ ...round, version: 1 }, QUANTITIES, () => 'mm');
    const table = form.parts.find((part) => part.kind === 'table');
    // Mass, two stacks, three widths, two of the toe box, two lugs, four by hand, the counter.
    expect(table?.rows).toHaveLength(15);
    expect(table?.rows.map(({ cells }) => cells[0])).toEqual(
      round.stations.map(({ quantity, optional }) =>
        [QUANTITIES[quantity]?.name, optional ? 'if it pays' : ''].filter(Boolean).join('; '),
      ),
    );
    expect(table?.rows[0]?.cells.slice(2)).toEqual(['______', '______']);
    const full = protocolsFor(['needle gauge']).find(({ name }) => name === 'Full bench');
    const repeated = full && blankForm({ ...full, version: 2 }, QUANTITIES, () => 'mm');
    expect(JSON.stringify(repeated)).toContain('______  ______');
    expect(JSON.stringify(repeated)).toContain('clamped at 70 % of length');
  });
});
