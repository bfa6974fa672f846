/** What a stated boot grade says beside welts and stiffness. Common practice. */
import { BOOT_GRADES, type BootGrade, bindingsOf, cramponsOf } from './boot-grades.ts';
import { type Known, type Meaning, meant } from './meaning.ts';

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
  const stating = { says: 'statedGrade', given: { grade } } as const;
  const listed = { grade, crampons: crampons.join(', ') };
  const meanings: Meaning[] = [
    {
      ...meant(
        'crampons',
        welts === undefined ? 'cannot tell' : 'so',
        crampons.length === 0
          ? { says: 'noCrampon', given: { grade } }
          : bindings.length > 0
            ? { says: 'crampons', given: { ...listed, bindings: bindings.join(', ') } }
            : { says: 'cramponsWeltsUnknown', given: listed },
        [
          stating,
          welts === undefined
            ? { says: 'weltsUnknown', given: {} }
            : { says: 'welts', given: { welts } },
        ],
      ),
      // A crampon that comes off on ice.
      safety: true,
    },
  ];
  const bend = score('bend-front-hand');
  if (bend !== undefined) {
    const [least, most] = GRADE_BEND[grade];
    const isUsual = bend >= least && bend <= most;
    meanings.push(
      meant(
        'boot-grade',
        isUsual ? 'so' : 'not so',
        isUsual
          ? { says: 'bendsAsGraded', given: { grade } }
          : { says: 'bendsUnlikeGrade', given: { grade, way: bend < least ? 'more' : 'less' } },
        [stating, { says: 'bendByHand', given: { score: bend } }],
      ),
    );
  }
  return meanings;
}
