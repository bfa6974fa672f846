/** What construction and figures say of a shoe for its use: studs, jumps, limits, grades, height. Common practice. */
import { isMadeFor } from '../catalogue/disciplines.ts';
import { cannotTell, judged, type Known, type Meaning, mm, type Rule } from './meaning.ts';
import {
  BOOT_GRADES,
  type BootGrade,
  bindingsOf,
  cramponsOf,
  GROUNDS,
  JUMPS,
  SOLE_LIMITS,
  STUDS,
  servesEvent,
  studsOn,
} from './rules-of-use.ts';

/** What bend by hand usually goes with a stated boot grade. */
const GRADE_BEND: Record<BootGrade, readonly [number, number]> = {
  B0: [1, 2],
  B1: [2, 3],
  B2: [3, 4],
  B3: [5, 5],
};

/** What is narrower than a use, of those that an edition is made for. */
const specialitiesOf = ({ uses }: Known): string[] => uses.map(({ speciality }) => speciality);

function studsAgainstGrounds(terms: Known): Meaning | undefined {
  if (!isMadeFor(terms.uses, 'football', terms.known)) return undefined;
  const name = 'Studs against grounds';
  const studs = STUDS.find((known) => specialitiesOf(terms).includes(known));
  if (!studs) return cannotTell(name, 'for which ground it is made');
  const grounds = GROUNDS.map((ground) => ({ ground, ...studsOn(studs, ground) }));
  const says = ({ ground, word, against }: (typeof grounds)[number]) =>
    `on ${ground} grass ${
      word === 'suits' ? 'it suits' : word === 'cannot tell' ? 'cannot tell' : against.join(', ')
    }`;
  return {
    name,
    words: `${studs.charAt(0).toUpperCase()}${studs.slice(1)} studs: ${grounds.map(says).join('; ')}.`,
    verdict: judged(
      'so',
      grounds.filter(({ word }) => word === 'suits').map(says),
      grounds.filter(({ word }) => word !== 'suits').map(says),
    ),
  };
}

function jumpsServed(terms: Known): Meaning | undefined {
  if (!isMadeFor(terms.uses, 'track and jumps', terms.known)) return undefined;
  const madeFor = JUMPS.find((event) => specialitiesOf(terms).includes(event));
  if (!madeFor) return undefined;
  const served = JUMPS.map((event) => ({ event, ...servesEvent(madeFor, event) }));
  const lineOf = ({ event, word, against }: (typeof served)[number]) =>
    `${event}: ${word}${against.length > 0 ? ` (${against.join(', ')})` : ''}`;
  return {
    name: 'Which events it serves',
    words: `Made for the ${madeFor}. ${served
      .filter(({ event }) => event !== madeFor)
      .map(lineOf)
      .join('; ')}. A rounded ball with a high arch is the fault in the triple jump: look for it.`,
    verdict: judged(
      'so',
      served.filter(({ word }) => word.startsWith('suits')).map(lineOf),
      served.filter(({ word }) => !word.startsWith('suits')).map(lineOf),
    ),
  };
}

/** The event of the limits that a speciality runs in. */
const EVENTS: Readonly<Record<string, string>> = {
  sprint: 'track, under 800 m',
  'middle and long distance': 'track, 800 m and over',
  'long jump': 'long jump',
  'triple jump': 'triple jump',
  racing: 'road',
};

function soleWithinLimit(terms: Known): Meaning | undefined {
  const event = specialitiesOf(terms).flatMap((speciality) => EVENTS[speciality] ?? [])[0];
  const limit = SOLE_LIMITS.findLast((one) => one.event === event);
  if (!limit) return undefined;
  const name = 'Sole against the limit of its event';
  const stacks = (['heel-stack', 'forefoot-stack'] as const).flatMap(
    (quantity) => terms.figure(quantity) ?? [],
  );
  if (stacks.length === 0) return cannotTell(name, 'heel and forefoot stack');
  const thickest = stacks.reduce((a, b) => (b.value > a.value ? b : a));
  const within = thickest.value + thickest.U <= limit.mostMm;
  const beyond = thickest.value - thickest.U > limit.mostMm;
  const rule = `${limit.mostMm} mm for ${event} since ${limit.from}, of the sample size`;
  return {
    name,
    words: `${
      within ? 'Within' : beyond ? 'Over' : 'Cannot tell whether within'
    } the limit known here (${rule}): ${mm(thickest)}. Check the current rule book.`,
    verdict: {
      ...judged(within ? 'so' : beyond ? 'not so' : 'cannot tell', [mm(thickest)], [rule]),
      source: 'rules of the governing body, from memory',
    },
  };
}

function bootGrade({ part, score }: Known): Meaning[] {
  const stated = part('boot-grade');
  const grade = BOOT_GRADES.find((known) => known === stated);
  if (!grade) return [];
  const welts = part('welts');
  const crampons = cramponsOf(grade);
  const bindings = bindingsOf(welts ?? '', grade);
  const meanings: Meaning[] = [
    {
      name: 'Crampons',
      words: `Stated ${grade}: ${
        crampons.length > 0
          ? `usually with ${crampons.join(', ')}; bindings: ${bindings.join(', ') || 'welts not looked at'}`
          : 'no graded crampon; ask an expert'
      }. Try boot and crampon together.`,
      verdict: judged(welts === undefined ? 'cannot tell' : 'so', [
        `stated ${grade}`,
        `welts: ${welts ?? 'not looked'}`,
      ]),
    },
  ];
  const bend = score('bend-front-hand');
  if (bend !== undefined) {
    const [least, most] = GRADE_BEND[grade];
    const goes = bend >= least && bend <= most;
    meanings.push({
      name: 'Stiffness against its grade',
      words: goes
        ? `It bends by hand as a ${grade} usually does.`
        : `It bends by hand ${bend < least ? 'more easily' : 'less easily'} than a ${grade} usually does; the grade is the maker’s word, and no figure of this bench.`,
      verdict: judged(goes ? 'so' : 'not so', [`stated ${grade}`, `bend by hand ${bend}`]),
    });
  }
  return meanings;
}

function courtHeight({ figure, uses, known }: Known): Meaning | undefined {
  if (!isMadeFor(uses, 'court', known)) return undefined;
  const tilt = figure('tilt-angle');
  if (!tilt) return cannotTell('Steady on court', 'width and stack of the heel');
  return {
    name: 'Steady on court',
    words: `It leans ${tilt.value.toFixed(0)} ± ${tilt.U.toFixed(0)}° before it stands on its edge: the lower the shoe, the more.`,
    verdict: judged('so', [`tilt to the edge ${tilt.value.toFixed(0)}°`]),
  };
}

export const RULES_OF_USE: readonly Rule[] = [
  studsAgainstGrounds,
  jumpsServed,
  soleWithinLimit,
  bootGrade,
  courtHeight,
];
