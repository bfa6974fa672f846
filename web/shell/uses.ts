import { useMemo } from 'react';
import { type Uses, usesWith } from '#core/catalogue/disciplines.ts';
import { useLab } from '../api/queries.ts';

/** The uses that this lab has: those that ship, and its own. */
export function useUses(): Uses {
  const own = useLab().data?.ownUses;
  return useMemo(() => usesWith(own ?? []), [own]);
}
