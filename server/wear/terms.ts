/** The lines that wear is judged by: those in force for each use, and how they were drawn. */
import type { z } from 'zod';
import type { WearTermsOfUses, wearTermsChange } from '#contract/due-records.ts';
import { type LimitChange, limitInForce } from '#core/limits/lab-limits.ts';
import { SURFACES } from '#core/wear/outing-words.ts';
import { WEAR_SUBJECTS, wearTerms } from '#core/wear/wear-terms.ts';
import { wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';

const KINDS = ['wear-checks', 'rated-life', 'tread-limit', 'life-factor'] as const;
type WearChange = LimitChange<(typeof KINDS)[number]>;
const isOfWear = (change: LimitChange): change is WearChange =>
  (KINDS as readonly string[]).includes(change.kind);

function wordsOf(change: WearChange): string {
  switch (change.kind) {
    case 'wear-checks':
      return `looks at ${change.value.at.join(', ')} ${change.value.by}, then every ${change.value.every}`;
    case 'rated-life':
      return `rated for ${change.value.low} to ${change.value.high} km`;
    case 'tread-limit':
      return `tread is through at ${change.value.mm} mm`;
    default:
      return `${change.subject}: lasts ${change.value.factor} times as long`;
  }
}

export function listWearTerms(stores: Stores): WearTermsOfUses {
  const changes = stores.thresholds.changes();
  const uses = ['', ...stores.uses.all().map(({ name }) => name)];
  const subjects = [
    ...stores.lab
      .people()
      .filter(({ role }) => role === 'tester')
      .map(({ code }) => `tester ${code}`),
    ...SURFACES.map((surface) => `surface ${surface}`),
  ];
  return {
    uses: uses.map((use) => {
      const { plan, ratedLifeKm, treadLimitMm } = wearTerms(changes, use);
      return {
        use,
        plan: { ...plan, at: [...plan.at] },
        ratedLifeKm,
        treadLimitMm,
        changed: changes.some(
          (change) =>
            isOfWear(change) && change.discipline === use && change.kind !== 'life-factor',
        ),
      };
    }),
    subjects,
    factors: subjects
      .map((subject) => ({
        subject,
        factor: limitInForce('life-factor', subject, { changes }, '').value.factor,
      }))
      .filter(({ factor }) => factor !== 1),
    history: changes.filter(isOfWear).map((change) => ({
      kind: change.kind,
      words: wordsOf(change),
      use: change.discipline,
      reason: change.reason,
      at: change.at,
      person: change.person,
    })),
  };
}

export function drawWearTerms(
  stores: Stores,
  change: z.output<typeof wearTermsChange>,
  { at, person }: { at: string; person: string },
): void {
  const { use, reason } = change;
  if (use !== '') stores.uses.require([{ discipline: use, speciality: '' }]);
  if (change.kind === 'life-factor') {
    const [kind = '', name = ''] = change.subject.split(/ (.*)/);
    const known =
      kind === 'surface'
        ? (SURFACES as readonly string[]).includes(name)
        : stores.lab.people().some(({ code }) => code === name);
    if (!known) throw wrongValue('subject', `${name} is no ${kind} that is known.`);
  }
  stores.thresholds.draw({
    kind: change.kind,
    subject: change.kind === 'life-factor' ? change.subject : WEAR_SUBJECTS[change.kind],
    discipline: change.kind === 'life-factor' ? '' : use,
    value: change.value,
    reason,
    at,
    person,
  } as LimitChange);
}
