/** The secrets of the hall: 256 random bits, as they stand in an address. */

/**
 * Writes bytes in base64url (RFC 4648, section 5) without padding.
 * @example writeSecret(new Uint8Array(32)) // 43 characters
 */
export const writeSecret = (bytes: Uint8Array): string =>
  btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replace(/=+$/, '');
