/** A protocol as a blank form: filled in by pen where no screen is, typed back in the same order. */
import {
  type Catalogue,
  describeQuantity,
  type MeasuredQuantityId,
} from '../catalogue/quantities.ts';
import type { StackBasis } from '../catalogue/stack-basis.ts';
import { nameTool, type ToolName } from '../catalogue/tools.ts';
import { nameStackBasis } from '../figures/basis.ts';
import type { BenchDocument } from './document.ts';

export interface FormProtocol {
  name: string;
  version: number;
  stack: StackBasis;
  conditioning: string;
  stations: readonly {
    quantity: MeasuredQuantityId;
    repeats: number;
    optional: boolean;
    tool: ToolName;
    setup: string;
  }[];
}

const BLANK = '______';

const blanks = (n: number): string => Array.from({ length: n }, () => BLANK).join('  ');

/**
 * The form of a protocol, in the order of the hand: both shoes at each station.
 *
 * @param unitOf the unit in which a figure is written down
 * @example blankForm(protocol, QUANTITIES, () => 'mm').parts.length // 4
 */
export function blankForm(
  { name, version, stack, conditioning, stations }: FormProtocol,
  catalogue: Catalogue,
  unitOf: (quantity: MeasuredQuantityId) => string,
): BenchDocument {
  return {
    title: `${name}, version ${version}`,
    language: 'en',
    parts: [
      {
        kind: 'facts',
        rows: [
          ['Pair, size', blanks(4)],
          ['Day, by', blanks(4)],
          ['Shoes', 'as sold / insole out / worn ______ km / parts removed ______'],
          ['Room', '______ °C   ______ % RH'],
          ['Stack', nameStackBasis(stack)],
          ...(conditioning ? ([['Conditioning', conditioning]] as [string, string][]) : []),
        ],
      },
      {
        kind: 'table',
        columns: [
          { title: 'Station', width: 0.4 },
          { title: 'With, in', width: 0.16 },
          { title: 'Left', width: 0.22, figure: true },
          { title: 'Right', width: 0.22, figure: true },
        ],
        rows: stations.map(({ quantity, repeats, optional, tool, setup }) => {
          const definition = describeQuantity(quantity, catalogue);
          const what = [definition.name, setup, optional ? 'if it pays' : ''].filter(Boolean);
          return {
            cells: [
              what.join('; '),
              `${nameTool(tool)}, ${unitOf(quantity)}`,
              blanks(repeats),
              blanks(repeats),
            ],
            out: false,
          };
        }),
      },
      { kind: 'heading', text: 'Notes' },
      {
        kind: 'lines',
        small: true,
        lines: [
          'A repeat is gauge and shoe placed again. One reading is enough to go on; a doubtful one is written down too and voided later, with a reason.',
          'Typed back in this order under Measure, both shoes at each station; or one more thing by its name: + collar padding 9.',
        ],
      },
    ],
  };
}
