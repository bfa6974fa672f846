import { PlaceLinks } from '../shell/PlaceLinks.tsx';

const PLACES = [
  ['/due', 'What is due'],
  ['/panel', 'A fair panel'],
  ['/lab/wear', 'Looks and lives'],
  ['/lab/hall', 'The hall'],
] as const;

/** What of wear is asked beside a pair: over all pairs and testers. */
export const WearLinks = () => <PlaceLinks label="Wear, over all" places={PLACES} />;
