/** Words of the bench, in the trade's sense and in the metrologist's (JCGM 200, ISO 5725, ISO 18454; from memory). */

export interface Term {
  word: string;
  /** Whose word it is. */
  of: 'trade' | 'measuring';
  says: string;
  /** Words that are used for it elsewhere. */
  also?: readonly string[];
}

export const GLOSSARY: readonly Term[] = [
  {
    word: 'adjusted',
    of: 'measuring',
    says: 'Set so that a gauge reads right. Checking it is another thing.',
    also: ['calibrated, loosely'],
  },
  {
    word: 'agreement, limits of',
    of: 'measuring',
    says: 'Between which two methods differ in 95 of 100 shoes.',
  },
  { word: 'bevel', of: 'trade', says: 'The heel’s rear edge, cut away.', also: ['crash pad'] },
  {
    word: 'bias',
    of: 'measuring',
    says: 'How far the mean of many readings lies off the truth.',
    also: ['trueness'],
  },
  {
    word: 'break-in',
    of: 'trade',
    says: 'Hours until a shoe is about as comfortable as it will be.',
  },
  {
    word: 'bridge',
    of: 'measuring',
    says: 'Two methods on the same shoes, so that one can be carried to the other.',
  },
  { word: 'budget', of: 'measuring', says: 'What the doubt of a figure is made of, part by part.' },
  {
    word: 'calibration',
    of: 'measuring',
    says: 'Held against a reference: what the gauge reads, and how sure that is.',
  },
  {
    word: 'carried',
    of: 'measuring',
    says: 'A figure brought to another size or distance, with the doubt that adds.',
  },
  {
    word: 'claim',
    of: 'trade',
    says: 'What a maker states of a shoe. Never pooled with what was measured.',
  },
  { word: 'collar', of: 'trade', says: 'The top edge of the upper round the ankle.' },
  {
    word: 'conformity',
    of: 'measuring',
    says: 'Whether a figure lies within its tolerance: within, out, or cannot tell.',
  },
  {
    word: 'converted',
    of: 'measuring',
    says: 'Brought to another basis by a layer that was measured, or by a bridge.',
  },
  { word: 'counter', of: 'trade', says: 'The stiffener round the heel.', also: ['heel cup'] },
  {
    word: 'coverage factor',
    of: 'measuring',
    says: 'What a standard uncertainty is multiplied by: about 2 for 95 of 100.',
  },
  { word: 'datum', of: 'measuring', says: 'From where to where a length is taken.' },
  {
    word: 'degrees of freedom',
    of: 'measuring',
    says: 'How many readings stand behind a spread, less what was fitted.',
  },
  {
    word: 'drop',
    of: 'trade',
    says: 'Heel stack less forefoot stack.',
    also: ['offset', 'heel-to-toe drop'],
  },
  {
    word: 'durometer',
    of: 'measuring',
    says: 'A gauge of hardness. Type A for rubber, type C for foam.',
  },
  {
    word: 'edition',
    of: 'trade',
    says: 'A build and version of a model: region, width, construction.',
  },
  {
    word: 'expanded uncertainty',
    of: 'measuring',
    says: 'The doubt of a figure that covers 95 of 100 cases; written behind ±.',
  },
  { word: 'eyestay', of: 'trade', says: 'The edge that carries the eyelets.' },
  { word: 'flare', of: 'trade', says: 'How far the sole reaches beyond the upper at the heel.' },
  { word: 'flex line', of: 'trade', says: 'Where a shoe bends.' },
  {
    word: 'footbed',
    of: 'trade',
    says: 'What the foot lies on.',
    also: ['insole', 'sockliner', 'inlay'],
  },
  {
    word: 'gusset',
    of: 'trade',
    says: 'Cloth that joins the tongue to the sides.',
    also: ['bellows'],
  },
  { word: 'lasted askew', of: 'trade', says: 'An upper drawn over its last turned or tilted.' },
  { word: 'last', of: 'trade', says: 'The form a shoe is built on; it is longer than the foot.' },
  { word: 'lateral', of: 'trade', says: 'Towards the outside of the foot.' },
  {
    word: 'linearity',
    of: 'measuring',
    says: 'Whether a gauge is as right at the ends of its range as in the middle.',
  },
  { word: 'lug', of: 'trade', says: 'A block of the outsole’s pattern.' },
  { word: 'medial', of: 'trade', says: 'Towards the inside of the foot.' },
  { word: 'midsole', of: 'trade', says: 'The foam between footbed and outsole.' },
  {
    word: 'noticeable step',
    of: 'measuring',
    says: 'The smallest difference that a wearer may notice.',
  },
  {
    word: 'outlier',
    of: 'measuring',
    says: 'A reading so far from the others that chance alone hardly explains it. A person voids it, with a reason.',
  },
  { word: 'outsole', of: 'trade', says: 'What touches the ground.' },
  {
    word: 'parallax',
    of: 'measuring',
    says: 'Reading a scale from the side: off by a share of the gap between scale and edge.',
  },
  { word: 'plate', of: 'trade', says: 'A stiff layer in the sole.' },
  { word: 'post', of: 'trade', says: 'A firmer part on one side of the midsole.', also: ['wedge'] },
  {
    word: 'protocol',
    of: 'measuring',
    says: 'What is taken, where, how often and with which tool: versioned.',
  },
  { word: 'quarter', of: 'trade', says: 'The rear part of the upper, on each side.' },
  {
    word: 'rand',
    of: 'trade',
    says: 'Rubber that runs up over the sole’s edge.',
    also: ['foxing'],
  },
  {
    word: 'reading',
    of: 'measuring',
    says: 'One figure off one gauge, once. It is never lost, and never silently changed.',
  },
  {
    word: 'reference size',
    of: 'measuring',
    says: 'UK 8, men’s US 9: the size that weights are compared at.',
  },
  {
    word: 'repeatability',
    of: 'measuring',
    says: 'How far readings scatter with one hand, one gauge, one shoe, placed again.',
  },
  {
    word: 'reproducibility',
    of: 'measuring',
    says: 'How far they scatter with another hand, gauge or day.',
  },
  { word: 'resolution', of: 'measuring', says: 'The smallest step that a gauge shows.' },
  { word: 'rocker', of: 'trade', says: 'A sole that rises towards the toe.', also: ['toe spring'] },
  { word: 'shank', of: 'trade', says: 'A stiffener under the arch.' },
  {
    word: 'showroom feel',
    of: 'trade',
    says: 'How soft a shoe feels in the shop: mostly the footbed, which flattens.',
  },
  { word: 'stack', of: 'trade', says: 'From the foot’s side of the sole to the ground’s.' },
  {
    word: 'standard uncertainty',
    of: 'measuring',
    says: 'The doubt of a figure as a standard deviation.',
  },
  { word: 'station', of: 'measuring', says: 'A place on the shoe where something is taken.' },
  { word: 'toe box', of: 'trade', says: 'The room over and round the toes.' },
  { word: 'tolerance', of: 'measuring', says: 'How far a figure may lie off before it is out.' },
  { word: 'true to size', of: 'trade', says: 'Fits on the label that its wearer usually takes.' },
  { word: 'upper', of: 'trade', says: 'Everything above the sole.' },
  { word: 'vamp', of: 'trade', says: 'The front part of the upper.' },
  {
    word: 'voided',
    of: 'measuring',
    says: 'A reading that does not count, with its reason. It stays in the record.',
  },
  {
    word: 'welt',
    of: 'trade',
    says: 'A ledge for a binding; in shoemaking the strip that joins upper and sole.',
  },
];
