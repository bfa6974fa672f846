/** Routes in GPX 1.1, as its published schema has them: sound ones, and what only looks like one. */
import { describe, expect, it } from 'vitest';
import { measureRoute } from '#core/wear/route.ts';
import { gpxReader } from './gpx-reader.ts';

const point = (n: number, more = '') =>
  `<trkpt lat="${(52 + n * 0.0001).toFixed(6)}" lon="5.000000">${more}</trkpt>`;
const time = (seconds: number) =>
  `<time>${new Date(Date.UTC(2026, 2, 14, 8) + seconds * 1000).toISOString()}</time>`;
const gpx = (body: string) =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<gpx version="1.1" creator="bench" xmlns="http://www.topografix.com/GPX/1/1">\n${body}\n</gpx>`;

function read(text: string, piece = text.length) {
  const reader = gpxReader();
  for (let at = 0; at < text.length; at += piece) reader.write(text.slice(at, at + piece));
  return reader.end();
}

const faultOf = (text: string) => {
  try {
    read(text);
    return 'read';
  } catch (error) {
    return (error as Error).message;
  }
};

describe('a route file', () => {
  it('is read in pieces of any size, with its tracks, heights and times', () => {
    const text = gpx(
      `<trk><name>Hill &amp; stairs</name><trkseg>${point(0, `<ele>12.5</ele>${time(0)}`)}${point(1, time(8))}</trkseg></trk><trk><trkseg>${point(5)}</trkseg><trkseg>${point(6)}</trkseg></trk>`,
    );
    const whole = read(text);
    expect(read(text, 7)).toEqual(whole);
    expect(whole.map(({ name, segments }) => [name, segments.length])).toEqual([
      ['Hill & stairs', 1],
      ['', 2],
    ]);
    expect(whole[0]?.segments[0]?.[0]).toEqual({
      lat: 52,
      lon: 5,
      elevation: 12.5,
      at: Date.UTC(2026, 2, 14, 8),
    });
  });

  it('is refused with a reason where it is something else', () => {
    expect(faultOf('<kml><Document/></kml>')).toContain('first element is kml');
    expect(faultOf('PK\u0003\u0004 no xml')).toContain('cannot be read as XML');
    expect(faultOf(gpx(''))).toBe('There is no track in it.');
    expect(faultOf(gpx('<trk><trkseg><trkpt lat="95" lon="5"/></trkseg></trk>'))).toContain(
      'has no place',
    );
    expect(faultOf(gpx(`<trk><trkseg>${point(0, '<time>noon</time>')}</trkseg></trk>`))).toContain(
      'is no time',
    );
    expect(
      faultOf(gpx(`<trk><trkseg>${point(0, time(60))}${point(1, time(0))}</trkseg></trk>`)),
    ).toContain('times go back');
    expect(faultOf(gpx('<trk><trkseg>').slice(0, -8))).toContain('XML');
  });

  it('declares no entities of its own: a small file that grows without end is refused', () => {
    const bomb = `<?xml version="1.0"?><!DOCTYPE gpx [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]><gpx><trk><name>&b;</name></trk></gpx>`;
    expect(faultOf(bomb)).toContain('declares types of its own');
    expect(faultOf(gpx('<trk><name>&unknown;</name></trk>'))).toContain('cannot be read as XML');
  });

  it('of 400,000 points is measured, and of more than a million refused', () => {
    const reader = gpxReader();
    reader.write(gpx('').split('\n').slice(0, 2).join('\n'));
    reader.write('<trk><trkseg>');
    for (let n = 0; n < 400_000; n += 1000)
      reader.write(Array.from({ length: 1000 }, (_, at) => point(at, time(n + at))).join(''));
    reader.write('</trkseg></trk></gpx>');
    const [track] = reader.end();
    expect(track?.segments[0]).toHaveLength(400_000);
    expect(measureRoute(track?.segments ?? []).minutes).toBeCloseTo(399_999 / 60, 3);
    const endless = gpxReader();
    endless.write('<gpx><trk><trkseg>');
    const thousand = '<trkpt lat="1" lon="1"/>'.repeat(1000);
    expect(() => {
      for (let n = 0; n <= 1000; n++) endless.write(thousand);
    }).toThrow('more than a million');
  });
});
