/** The secret of the link that opened this page, and the secret by which the hall knows this phone again. */

const LINK = 'emvex-hall-link';
const PHONE = 'emvex-hall-phone';
const SECRET = /^[\w-]{43}$/;

/** 256 random bits, as they stand in an address. */
function makeSecret(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(32));
  return btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replace(/=+$/, '');
}

/**
 * Takes the secret out of the address, where no server and no history keeps it, or the one that was
 * kept; undefined where there is none.
 */
export function openedLink(): string | undefined {
  const given = location.hash.replace(/^#/, '');
  if (SECRET.test(given)) {
    localStorage.setItem(LINK, given);
    history.replaceState(null, '', location.pathname);
  }
  return localStorage.getItem(LINK) ?? undefined;
}

export function phoneSecret(): string {
  const kept = localStorage.getItem(PHONE);
  if (kept) return kept;
  const made = makeSecret();
  localStorage.setItem(PHONE, made);
  return made;
}
