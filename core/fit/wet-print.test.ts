/** A wet print on a sheet, drawn with known areas and turned, and what is no print at all. */
import { describe, expect, it } from 'vitest';
import { type GreyPicture, readWetPrint } from './wet-print.ts';

interface Drawn {
  /** Width of the middle third's bridge, mm. */
  bridge?: number;
  toes?: number;
  /** Turns the sheet in the picture, and the foot on the sheet, degrees. */
  turned?: number;
  footTurned?: number;
  /** The upper side of the sheet is so much shorter than the lower. */
  aslant?: number;
  sheet?: readonly [number, number];
  upsideDown?: boolean;
  table?: number;
  lugs?: boolean;
  cropped?: boolean;
}

const SCALE = 2;
const [PAPER, INK] = [235, 110];

/** Is a place of the foot wet? In mm about its middle, the heel below: two boxes and a bridge, each of 60 mm. */
function isWet(x: number, y: number, { bridge = 20, toes = 5, lugs = false }: Drawn): boolean {
  if (lugs) return Math.abs(x) < 45 && Math.abs(y) < 130 && x % 12 > 4 && Math.abs(y) % 16 < 10;
  const inBox = (half: number, from: number, to: number) =>
    Math.abs(x) < half && y >= from && y < to;
  if (inBox(30, 30, 90) || inBox(bridge / 2, -30, 30) || inBox(40, -90, -30)) return true;
  // Toes in a row before the ball, the first the largest, the second on the axis of the foot.
  for (let toe = 0; toe < toes; toe++)
    if (Math.hypot(x - (-17 + 16 * toe), y + 106) < (toe === 0 ? 9 : 6)) return true;
  return false;
}

function draw(drawn: Drawn = {}): GreyPicture {
  const [short, long] = drawn.sheet ?? [210, 297];
  const [width, height] = [Math.round(340 * SCALE), Math.round(420 * SCALE)];
  const grey = new Uint8Array(width * height).fill(drawn.table ?? 60);
  const turn = ((drawn.turned ?? 0) * Math.PI) / 180;
  const own = ((drawn.footTurned ?? 0) * Math.PI) / 180;
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      const [px, py] = [column / SCALE - 170, row / SCALE - (drawn.cropped ? 60 : 210)];
      const [x0, y] = [
        px * Math.cos(turn) + py * Math.sin(turn),
        -px * Math.sin(turn) + py * Math.cos(turn),
      ];
      const shrink = 1 - (drawn.aslant ?? 0) * (0.5 - y / long);
      const x = x0 / shrink;
      if (Math.abs(x) > short / 2 || Math.abs(y) > long / 2) continue;
      const [fx, fy] = [
        x * Math.cos(own) + y * Math.sin(own),
        -x * Math.sin(own) + y * Math.cos(own),
      ];
      const wet = isWet(fx, drawn.upsideDown ? -fy : fy, drawn);
      grey[row * width + column] = wet ? INK : PAPER;
    }
  return { width, height, grey };
}

/** By hand: 60 × 60, bridge × 60 and 80 × 60 mm². */
const indexOf = (bridge: number) => bridge / (60 + bridge + 80);

describe('a wet print', () => {
  const read = (drawn?: Drawn) => {
    const answer = readWetPrint(draw(drawn), 'A4');
    if (!answer.ok) throw new Error(answer.fault.message);
    return answer.value;
  };
  const refusal = (drawn: Drawn) => {
    const answer = readWetPrint(draw(drawn), 'A4');
    return answer.ok ? 'was read' : answer.fault.message;
  };
  it('has the areas that it was drawn with, without its toes', () => {
    const { areas, index, lengthMm, toes } = read();
    expect(lengthMm).toBeCloseTo(180, -0.5);
    for (const [at, area] of [3600, 1200, 4800].entries())
      expect(Math.abs((areas[at] ?? 0) - area) / area).toBeLessThan(0.05);
    expect(index).toBeCloseTo(indexOf(20), 2);
    expect(toes).toBe(5);
  });
  it('is high, middle or low by the published limits', () => {
    expect(read({ bridge: 20 }).class).toBe('high');
    expect(read({ bridge: 43 }).class).toBe('middle');
    expect(read({ bridge: 60 }).class).toBe('low');
  });
  it('is the same turned on the sheet, with the sheet turned, and with the toes below', () => {
    for (const drawn of [{ turned: 7 }, { footTurned: 8 }, { upsideDown: true }])
      expect(read({ bridge: 43, ...drawn }).index).toBeCloseTo(indexOf(43), 1.5);
  });
  it('is refused without its sheet, with the sheet cut off, aslant, or on another sheet', () => {
    expect(refusal({ table: 235 })).toMatch(/No sheet|reaches the edge/);
    expect(refusal({ cropped: true })).toContain('reaches the edge');
    expect(refusal({ aslant: 0.2 })).toContain('aslant');
    expect(refusal({ sheet: [216, 240] })).toContain('no A4 sheet');
  });
  it('is refused of a shoe, of a foot without toes, and of a bare sheet', () => {
    expect(refusal({ lugs: true })).toMatch(/tread of a shoe|is it a shoe/);
    expect(refusal({ toes: 0 })).toContain('is it a shoe');
    const bare = draw();
    bare.grey = bare.grey.map((shade) => (shade === INK ? PAPER : shade));
    expect(readWetPrint(bare, 'A4').ok).toBe(false);
  });
  it('is refused of a picture of nothing, without throwing', () => {
    const nothing = { width: 40, height: 40, grey: new Uint8Array(1600) };
    expect(readWetPrint(nothing, 'A4').ok).toBe(false);
    expect(readWetPrint({ width: 1, height: 1, grey: new Uint8Array(1) }, 'letter').ok).toBe(false);
  });
});
