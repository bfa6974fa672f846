/** Tags of pairs: two letters and a number, as written on the box. */

/** The letters that tags of a maker and a model begin with: `tagLetters('Norrolt', 'Stairwell')` is NS-. */
export function tagLetters(maker: string, model: string): string {
  const initial = (name: string) =>
    name
      .normalize('NFD')
      .replace(/[^A-Za-z0-9]/g, '')
      .charAt(0)
      .toUpperCase() || 'X';
  return `${initial(maker)}${initial(model)}-`;
}

/**
 * Suggests the next free tag for a maker and a model: their initials and a running number.
 * @example suggestTag('Norrolt', 'Stairwell', ['NS-01']) // 'NS-02'
 */
export function suggestTag(maker: string, model: string, taken: readonly string[]): string {
  const letters = tagLetters(maker, model);
  const used = new Set(taken.map((tag) => tag.toUpperCase()));
  for (let number = 1; ; number++) {
    const tag = `${letters}${String(number).padStart(2, '0')}`;
    if (!used.has(tag)) return tag;
  }
}
