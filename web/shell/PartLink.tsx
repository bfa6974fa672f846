import { Link } from 'react-router';
import { describePart, type PartId } from '#core/catalogue/construction.ts';

/** The name of a part, which leads to what the guide tells of it. */
export function PartLink({ part, words }: { part: PartId; words?: string }) {
  return <Link to={`/guide/shoe/${part}`}>{words ?? describePart(part).name}</Link>;
}
