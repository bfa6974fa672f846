/** Which crampon for which boot grade, and which binding for which welt. Common practice. */

export const BOOT_GRADES = ['B0', 'B1', 'B2', 'B3'] as const;
export type BootGrade = (typeof BOOT_GRADES)[number];
export const CRAMPON_GRADES = ['C1', 'C2', 'C3'] as const;
export type CramponGrade = (typeof CRAMPON_GRADES)[number];

/** The crampons that a graded boot is matched with: a system that is going out of favour. */
export function cramponsOf(boot: BootGrade): CramponGrade[] {
  return CRAMPON_GRADES.slice(0, BOOT_GRADES.indexOf(boot));
}

/** The bindings that welts take: straps go with any graded boot. */
export function bindingsOf(welts: string, boot: BootGrade | undefined): string[] {
  const straps = boot && boot !== 'B0' ? ['straps'] : [];
  if (welts === 'rear and front') return [...straps, 'clip behind', 'clips front and behind'];
  return welts === 'rear' ? [...straps, 'clip behind'] : straps;
}
