/** What a stated boot grade says beside welts and stiffness. Common practice. */
import { BOOT_GRADES, type BootGrade, bindingsOf, cramponsOf } from './boot-grades.ts';
import { judged, type Known, type Meaning } from './meaning.ts';

/** What bend by hand usually goes with a stated boot grade. */
const GRADE_BEND: Record<BootGrade, readonly [number, number]> = {
  B0: [1, 2],
  B1: [2, 3],
  B2: [3, 4],
  B3: [5, 5],
};

export function bootGrade({ part, score }: Known): Meaning[] {
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
