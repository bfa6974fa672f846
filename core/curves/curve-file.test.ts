import { describe, expect, it } from 'vitest';
import { QUANTITIES } from '../catalogue/quantities.ts';
import type { CurveTraits } from '../catalogue/quantity.ts';
import { curveReader, curveSizeFault } from './curve-file.ts';

const BEND = QUANTITIES['bend-toe-up'].curve as CurveTraits;
const PRESS = QUANTITIES['press-heel'].curve as CurveTraits;

function read(text: string, traits = BEND, decimalComma = false, names?: string[]) {
  const reader = curveReader(traits, names);
  text
    .trim()
    .split('\n')
    .forEach((line, index) => {
      reader.push(index + 1, line.split(decimalComma ? ';' : ','), decimalComma);
    });
  return reader.end();
}

/** The first fault of a file that is refused. */
function faultOf(text: string, traits = BEND) {
  const result = read(text, traits);
  if (result.ok) throw new Error('the file was taken');
  return result.faults[0];
}

const degrees = (from: number, to: number) =>
  Array.from({ length: 6 }, (_, i) => `${from + ((to - from) * i) / 5},${i}`).join('\n');

describe('a curve file', () => {
  it('is read by the names of its columns, in any order, time or none', () => {
    const result = read('moment_nm,time_s,angle_deg\n0,0,0\n1,0.1,5\n2,0.2,10');
    expect(result.ok && [...result.value.curve.x]).toEqual([0, 5, 10]);
    expect(result.ok && [...(result.value.time ?? [])]).toEqual([0, 0.1, 0.2]);
  });
  it('turns radians, newton millimetres and kilonewtons into the units that are kept', () => {
    const result = read('angle_rad,moment_nmm\n0,0\n0.1,100\n0.5,500');
    expect(result.ok && result.value.curve.x[2]).toBeCloseTo((0.5 * 180) / Math.PI, 12);
    expect(result.ok && result.value.curve.y[2]).toBeCloseTo(0.5, 12);
    const press = read('displacement_mm,force_kn\n0,0\n1,0.1\n2,0.2', PRESS);
    expect(press.ok && press.value.curve.y[2]).toBeCloseTo(200, 9);
  });
  it('reads a decimal comma where a semicolon parts the columns', () => {
    const result = read('angle_deg;moment_nm\n0,5;0,1\n10,5;2,1\n20,5;4,1', BEND, true);
    expect(result.ok && [...result.value.curve.x]).toEqual([0.5, 10.5, 20.5]);
  });
  it.each([
    ['angle_deg\n1\n2', 'one column'],
    ['time_s,moment_nm\n0,1', 'wants angle_deg,moment_nm'],
    ['angle_deg,angle_rad,moment_nm\n1,0.1,2', 'both angle'],
    ['', 'empty'],
    ['angle_deg,moment_nm\n1,2', '1 samples'],
  ])('%j has its own answer', (text, says) => {
    const reader = curveReader(BEND);
    if (text !== '')
      for (const [index, line] of text.split('\n').entries())
        reader.push(index + 1, line.split(','), false);
    const result = reader.end();
    expect(!result.ok && result.faults[0]?.message).toContain(says);
  });
  it('names line and column of what is no number', () => {
    expect(faultOf('angle_deg,moment_nm\n0,0\n5,abc\n10,2')).toMatchObject({
      line: 3,
      column: 'moment_nm',
      message: expect.stringContaining('“abc” is no number'),
    });
  });
  it('says where time goes back', () => {
    expect(faultOf('time_s,angle_deg,moment_nm\n0,0,0\n0.2,5,1\n0.1,10,2')).toMatchObject({
      line: 4,
      column: 'time_s',
      message: expect.stringContaining('Time goes back, from 0.2 to 0.1 s'),
    });
  });
  it('sees radians called degrees, and degrees called radians', () => {
    expect(faultOf(`angle_deg,moment_nm\n${degrees(0, 0.6)}`)?.message).toContain('angle_rad');
    expect(faultOf(`angle_rad,moment_nm\n${degrees(0, 40)}`)?.message).toContain('angle_deg');
  });
  it('sees degrees and radians mixed in one column', () => {
    expect(faultOf('angle_deg,moment_nm\n0,0\n5,1\n10,2\n0.1745,2\n20,4\n0.3491,4')).toMatchObject({
      line: 5,
      message: expect.stringContaining('degrees and radians are mixed'),
    });
  });
  it('counts every fault and lists the first thousand', () => {
    const result = read(`angle_deg,moment_nm\n${Array(1500).fill('x,1').join('\n')}`);
    expect(!result.ok && result.count).toBe(1500);
    expect(!result.ok && result.faults).toHaveLength(1000);
  });
  it('refuses 300 MB by its size alone', () => {
    expect(curveSizeFault(300 * 1024 * 1024)).toContain('at most 64 MB');
    expect(curveSizeFault(1024)).toBeUndefined();
  });

  it('asks which column is which where it does not say, and reads them as a person named them', () => {
    const text = 'winkel,kraftmoment\n0,0\n10,2100\n20,4100';
    const refused = read(text);
    expect(refused).toMatchObject({ ok: false, columns: ['winkel', 'kraftmoment'] });
    const named = read(text, BEND, false, ['angle_deg', 'moment_nmm']);
    expect(named.ok && [...named.value.curve.y]).toEqual([0, 2.1, 4.1]);
    // Without a line of names the first line is a sample.
    const bare = '0.1,0\n2.1,10\n4.1,20';
    expect(read(bare)).toMatchObject({ columns: ['column 1: 0.1', 'column 2: 0'] });
    const read2 = read(bare, BEND, false, ['moment_nm', 'angle_deg']);
    expect(read2.ok && [...read2.value.curve.x]).toEqual([0, 10, 20]);
    // What was named is not asked about again.
    expect(read(text, BEND, false, ['angle_deg', 'other_1'])).not.toHaveProperty('columns');
  });
  it.each([
    ['angle_deg,moment_nm\n0,4\n10,2\n20,0', 'swapped'],
    ['angle_deg,moment_nm\n0,1\n10,1\n20,1', 'moment is 1 all along'],
    ['angle_deg,moment_nm\n7,1\n7,2\n7,3', 'angle is 7 all along'],
  ])('says of %j what is odd', (text, says) => {
    expect(faultOf(text)?.message).toContain(says);
  });
});
