/**
 * A book with every kind of record: the scenario, and on top what a bench does besides, asked for over
 * the API. Later versions are held to what such a book of an earlier one said.
 */
import sharp from 'sharp';
import { CHANGE_HEADER } from '#contract/headers.ts';
import type { Instrument, Lab } from '#contract/lab-records.ts';
import type { Session } from '#contract/reading-records.ts';
import type { GaugeStudyRecord } from '#contract/study-records.ts';
import type { ToolName } from '#core/catalogue/tools.ts';
import { READINGS_HEADER } from '#server/formats/readings-file.ts';

/** The moment at which the book is filled and looked at. */
export const FULL_BOOK_NOW = '2026-11-25T12:00:00.000Z';

/** Ids in the order they are made, the same at every run. */
function idsFrom(moment: string): () => string {
  const time = Date.parse(moment).toString(16).padStart(12, '0');
  let n = 0;
  return () => {
    n += 1;
    return `${time.slice(0, 8)}-${time.slice(8)}-7000-8000-${n.toString(16).padStart(12, '0')}`;
  };
}

/** @param address of a server on the scenario's book, whose clock stands at FULL_BOOK_NOW */
export async function fillBook(address: string): Promise<void> {
  const newId = idsFrom(FULL_BOOK_NOW);
  async function send(method: string, path: string, body: unknown, type = 'application/json') {
    const response = await fetch(`${address}${path}`, {
      method,
      headers: { 'content-type': type, [CHANGE_HEADER]: newId() },
      body: type === 'application/json' ? JSON.stringify(body) : (body as string),
    });
    const answer = await response.json();
    if (!response.ok) throw new Error(`${method} ${path}: ${JSON.stringify(answer)}`);
    return answer;
  }
  const get = async (path: string) => (await fetch(`${address}${path}`)).json();
  const post = (path: string, body: unknown) => send('POST', path, body);
  const lab = (await get('/api/lab')) as Lab;
  const instrument = (kind: ToolName) =>
    lab.instruments.find((one: Instrument) => one.kind === kind && !one.retired)?.id ?? '';
  const at = (minute: number) => `2026-11-25T09:${String(minute).padStart(2, '0')}:00.000Z`;
  const inShoe = lab.protocols.find((one) => one.stack.place === 'in-shoe');
  if (!inShoe) throw new Error('no protocol in the shoe');

  // A sitting with corrections, voids of corrected readings, a note and other terms.
  const open = (await get('/api/pairs/NS-05')).sessions.find(
    (session: Session) => session.finishedAt === null,
  ) as Session;
  const read = async (typed: string, side: string, more: object = {}) =>
    (
      await post('/api/readings', {
        id: newId(),
        occasionId: open.id,
        side,
        quantity: 'heel-stack',
        typed,
        unit: 'mm',
        instrumentId: instrument('needle gauge'),
        takenAt: at(1),
        ...more,
      })
    ).id as string;
  const slip = await read('32.4', 'left');
  const corrected = await read('31.4', 'left', {
    supersedes: slip,
    reason: 'typed wrong',
    // A moment with an offset.
    takenAt: '2026-11-25T10:02:00+01:00',
  });
  await read('31.3', 'right', { entered: 'live', temperatureC: 22.4, humidityPct: 47 });
  await read('1.24 in', 'right', { note: 'in inches' });
  await post(`/api/readings/${corrected}/void`, { reason: 'needle askew' });
  await read('31.2', 'left', { entered: 'live', temperatureC: 22.5, humidityPct: 47 });
  await post(`/api/sessions/${open.id}/notes`, { id: newId(), text: 'lace bar loose', at: at(6) });
  await send('PUT', `/api/sessions/${open.id}/terms`, {
    configuration: open.configuration,
    removed: 'laces',
    conditioned: true,
    wornKm: open.wornKm,
    version: 1,
  });
  await post(`/api/sessions/${open.id}/finish`, { finishedAt: at(9) });

  // A curve in another window supersedes what it gave before.
  const bent = (await get('/api/pairs/NS-04')).sessions
    .flatMap((session: Session) => session.readings)
    .find((reading: Session['readings'][number]) => reading.curveId && !reading.supersededBy);
  await post(`/api/curves/${bent.curveId}/window`, {
    readingId: newId(),
    window: [12, 30],
    reason: 'fitted from 12° on',
  });

  // Readings from a file make a sitting of their own.
  const rows = ['left', 'right'].flatMap((side) =>
    [1, 2, 3].map(
      (trial) =>
        `PL-01,${side},heel-stack,${trial},${(38 + trial / 10).toFixed(1)},mm,"${inShoe.name}",B2,Needle gauge,2026-11-20T10:0${trial}:0${side === 'left' ? 0 : 1}+02:00,21.5,50,from the hall`,
    ),
  );
  await send(
    'POST',
    '/api/readings/import',
    [READINGS_HEADER.join(','), ...rows].join('\n'),
    'text/csv',
  );

  // A study of the needle gauge: a turn taken back and taken anew, all taken, leaned on.
  const study = newId();
  const parts = ['NS-01 left', 'NS-02 left', 'a block of foam', 'TL-03 right'];
  await post('/api/studies/gauge', {
    id: study,
    name: 'Needle in the shoe, November',
    quantity: 'heel-stack',
    instrumentId: instrument('needle gauge'),
    protocolLineId: inShoe.lineId,
    parts,
    operators: ['B1', 'B2', 'T3'],
    trials: 2,
    tolerance: 3,
    plannedAt: at(12),
  });
  const { turns } = (await get(`/api/studies/gauge/${study}`)) as GaugeStudyRecord;
  const take = (turn: number, typed: string) =>
    post('/api/readings', {
      id: newId(),
      occasionId: study,
      turn,
      typed,
      unit: 'mm',
      takenAt: at(13 + (turn % 40)),
    });
  await take(0, '99.9');
  await post(`/api/readings/${study}/void`, { turn: 0, reason: 'typed wrong' });
  for (const [turn, { part, operator, trial }] of turns.entries()) {
    const truth = 27 + 3.1 * parts.indexOf(part) + (operator === 'T3' ? 0.15 : 0);
    await take(turn, (truth + 0.1 * ((turn * 7 + trial) % 4)).toFixed(1));
  }
  await post(`/api/studies/gauge/${study}/adoption`, { without: ['a block of foam'] });
  const broken = newId();
  await post('/api/studies/gauge', {
    id: broken,
    name: 'Scale, broken off',
    quantity: 'mass',
    instrumentId: instrument('scale'),
    protocolLineId: inShoe.lineId,
    parts: ['NS-01', 'NS-02'],
    operators: ['B1', 'B2'],
    trials: 2,
    tolerance: null,
    plannedAt: at(14),
  });
  for (const turn of [0, 1, 2])
    await post('/api/readings', {
      id: newId(),
      occasionId: broken,
      turn,
      typed: `${250 + turn}.5`,
      unit: 'g',
      takenAt: at(15),
    });
  await post(`/api/studies/gauge/${broken}/end`, { reason: 'called away' });

  // Checks: one decided, one under way with a reading voided and a feature left out.
  const check = async (tag: string, kind: string) => {
    const { pair } = await get(`/api/pairs/${tag}`);
    const id = newId();
    await post('/api/matches', { id, pairId: pair.id, person: 'B2', kind, startedAt: at(16) });
    const feel = (feature: string, side: string, typed: string, unit: string, tool?: ToolName) =>
      post('/api/readings', {
        id: newId(),
        occasionId: id,
        quantity: feature,
        side,
        typed,
        unit,
        instrumentId: tool ? instrument(tool) : null,
        takenAt: at(17),
      }).then((answer) => answer.id as string);
    return { id, feel };
  };
  const decided = await check('PL-01', 'short');
  for (const [feature, left, right] of [
    ['outsole-large', '201.2', '201.4'],
    ['footbed-length', '271.0', '271.3'],
    ['toe-tip-height', '40.5', '41.1'],
    ['heel-seam', '0.5', '-0.4'],
    ['sole-plane', '0.2', '0.3'],
  ] as const) {
    const unit = feature === 'sole-plane' ? '°' : 'mm';
    // One shoe by a gauge of the lab, the other by a usual tool of the kind.
    await decided.feel(feature, 'left', left, unit, unit === 'mm' ? 'caliper' : undefined);
    await decided.feel(feature, 'right', right, unit);
  }
  await send('PUT', `/api/matches/${decided.id}/seen`, {
    labels: { left: 'UK 8', right: 'UK 8', box: 'UK 8' },
    sights: { glue: { state: 'fault', side: 'left', note: 'a trace at the toe' } },
  });
  await post(`/api/matches/${decided.id}/decision`, {
    decision: 'keep and note',
    note: 'glue at the left toe',
    unworn: true,
    decidedAt: at(20),
  });
  const underWay = await check('NS-01', 'full');
  const wrong = await underWay.feel('mass', 'left', '25.0', 'g', 'scale');
  await post(`/api/match-readings/${wrong}/void`, { reason: 'typed wrong' });
  await underWay.feel('mass', 'left', '250.5', 'g', 'scale');
  await underWay.feel('mass', 'right', '8.9 oz', 'g', 'scale');
  await send('PUT', `/api/matches/${underWay.id}/seen`, { skipped: { 'outsole-hardness': true } });

  const { pair: rejected } = await get('/api/pairs/BR-13');
  await send('PUT', `/api/pairs/${rejected.id}/counts`, { reason: 'a second look' });
  await post('/api/tolerances', {
    id: newId(),
    feature: 'mass',
    discipline: '',
    absolute: 5,
    share: 0.015,
    reason: 'lots of this year',
  });
  await send('PUT', '/api/lab/noticeable', {
    quantity: 'drop',
    step: 1.5,
    reason: 'a drop is felt sooner than a stack',
  });

  // A lab's own bridge between two methods.
  const methods = (await get('/api/studies/methods?quantity=heel-stack')) as {
    key: string;
    protocol: string;
  }[];
  const method = (name: string) => methods.find(({ protocol }) => protocol.startsWith(name))?.key;
  await post('/api/bridges', {
    id: newId(),
    quantity: 'heel-stack',
    a: method('Sidewall'),
    b: method('In-shoe'),
  });

  const picture = await sharp({
    create: { width: 48, height: 36, channels: 3, background: '#8a6' },
  })
    .jpeg()
    .toBuffer();
  const query = new URLSearchParams({
    photograph: newId(),
    subjectKind: 'match',
    subjectId: decided.id,
    side: 'left',
    caption: 'glue at the toe',
  });
  const response = await fetch(`${address}/api/photographs?${query}`, {
    method: 'POST',
    headers: { 'content-type': 'image/jpeg', [CHANGE_HEADER]: newId() },
    body: new Uint8Array(picture),
  });
  if (!response.ok) throw new Error(await response.text());
}
