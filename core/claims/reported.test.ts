import { expect, test } from 'vitest';
import { readReportedFigure } from './reported.ts';

test('a report is read as a figure with its unit, or as claims are said', () => {
  expect(readReportedFigure('mass', '318 g')).toMatchObject({
    value: { value: 318, halfWidth: 0.5 },
  });
  expect(readReportedFigure('heel-stack', 'heel 31.2 mm')).toMatchObject({
    value: { value: 31.2, halfWidth: 0.05 },
  });
});

test('what is no figure says so, and so does a figure of another quantity', () => {
  expect(readReportedFigure('mass', 'light').ok).toBe(false);
  expect(readReportedFigure('mass', 'heel 31 mm').ok).toBe(false);
  expect(readReportedFigure('toe-box-height', 'roomy').ok).toBe(false);
});
