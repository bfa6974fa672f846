/** A lab's own quantity as a definition of the catalogue. */
import type { BasisPart, QuantityDefinition } from '#core/catalogue/quantity.ts';
import { usualCarrying } from '#core/catalogue/slopes.ts';
import type { OwnQuantity } from './lab-records.ts';

/** The definition that a lab's own quantity stands for: of one shoe, by size, configuration and wear. */
export function defineOwnQuantity(own: OwnQuantity): QuantityDefinition {
  const dependsOn: BasisPart[] = ['size', 'configuration', 'worn'];
  if (own.dependsOnSetup) dependsOn.push('setup');
  if (own.dependsOnTemperature) dependsOn.push('temperature');
  return {
    id: own.id,
    name: own.name,
    short: own.name.toLowerCase().slice(0, 20),
    group: 'own',
    kind: own.kind,
    per: 'shoe',
    datum: own.datum || 'As this lab takes it.',
    drawing: { view: own.view },
    decimals: own.decimals,
    plausible: [own.plausibleFrom, own.plausibleTo],
    tool: own.tool,
    repeatabilitySd: own.repeatabilitySd,
    ...(own.betweenPairSd === null ? {} : { betweenPairSd: own.betweenPairSd }),
    noticeable: own.noticeable,
    sideTolerance: { absolute: own.sideTolerance, share: 0 },
    dependsOn,
    ...usualCarrying(own.kind, own.decimals),
    ...(own.kind === 'grade' ? { ordinal: true } : {}),
  };
}
