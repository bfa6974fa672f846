/** The secret of the link that opened this page, and the secret by which the hall knows this phone again. */
import { writeSecret } from '#contract/hall-secret.ts';
import { dropAllDrafts } from '../kit/draft.ts';

const LINK = 'emvex-hall-link';
const PHONE = 'emvex-hall-phone';
/** Where the page keeps what the link showed. */
export const HALL_VIEW = 'emvex-hall-view';
const SECRET = /^[\w-]{43}$/;

/**
 * Takes the secret out of the address, where no server and no history keeps it, or the one that was
 * kept; undefined where there is none.
 */
export function openedLink(): string | undefined {
  const given = location.hash.replace(/^#/, '');
  if (SECRET.test(given)) {
    // What the link before showed is none of this one's.
    if (localStorage.getItem(LINK) !== given) {
      localStorage.removeItem(HALL_VIEW);
      dropAllDrafts();
    }
    localStorage.setItem(LINK, given);
    history.replaceState(null, '', location.pathname);
  }
  return localStorage.getItem(LINK) ?? undefined;
}

export function phoneSecret(): string {
  const kept = localStorage.getItem(PHONE);
  if (kept) return kept;
  const made = writeSecret(crypto.getRandomValues(new Uint8Array(32)));
  localStorage.setItem(PHONE, made);
  return made;
}
