/**
 * An edition by its names, as lists and sheets call it.
 * @example editionName({ maker: 'Norrolt', model: 'Stairwell', name: 'mid cut' }) // 'Norrolt Stairwell, mid cut'
 */
export function editionName(edition: { maker: string; model: string; name: string }): string {
  return [`${edition.maker} ${edition.model}`.trim(), edition.name].filter(Boolean).join(', ');
}
