/** The pages are built once, before the servers of two tests could both begin to. */
import { buildPages } from '../scripts/build.mjs';

export default function prepare() {
  buildPages();
}
