/** `Norrolt Stairwell, mid cut`. */
export function editionName(edition: { maker: string; model: string; name: string }): string {
  return [`${edition.maker} ${edition.model}`, edition.name].filter(Boolean).join(', ');
}
