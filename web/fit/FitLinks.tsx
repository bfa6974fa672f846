import { PlaceLinks } from '../shell/PlaceLinks.tsx';

const PLACES = [
  ['/fit/labels', 'Label to label'],
  ['/fit/matrix', 'All labels'],
  ['/fit/foot', 'For a foot'],
  ['/fit/ruler', 'Ruler'],
  ['/fit/lacing', 'Lacing'],
  ['/fit/insoles', 'Insoles and laces'],
] as const;

/** What of fit is asked beside a pair: sizes over all shoes. */
export const FitLinks = () => <PlaceLinks label="Sizes" places={PLACES} />;
