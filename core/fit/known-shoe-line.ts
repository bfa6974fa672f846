/** A known shoe in one line, as a reader says it: `UK 9 wide in Kestvane Kerb fits, thick socks`. */
import { readPrintedLabel } from '../sizing/printed-label.ts';
import type { LabelSystem, SizeLabel } from '../sizing/size-label.ts';
import type { KnownFit } from './foot.ts';

export interface KnownShoeLine {
  label?: SizeLabel;
  width?: string;
  /** Words of the edition, to be looked up. */
  edition: string;
  fits: KnownFit;
  wideFoot: boolean;
  thickSock: boolean;
  faults: string[];
}

/** In which sizes an edition is made. */
interface MadeRange {
  system: LabelSystem;
  from: number;
  to: number;
}

const FITS =
  /\b(?:fits?|is|runs?)?\s*(?:a (?:bit|little)|slightly)\s+(?:too\s+)?(long|short|big|small)\b/i;

/**
 * Reads a known shoe. What cannot be read is a fault in words, and the rest is read all the same.
 * @param madeIn sizes that the edition is made in: a bare number among them is one of them
 * @example readKnownShoe('UK 9 in Kestvane Kerb is a bit long').fits // 'a bit long'
 */
export function readKnownShoe(text: string, madeIn?: MadeRange | null): KnownShoeLine {
  const [shoe = '', ...others] = text.split(/[,;]/);
  const rest = others.join(' ').toLowerCase();
  const off = FITS.exec(text)?.[1]?.toLowerCase();
  const fits: KnownFit =
    off === 'long' || off === 'big' ? 'a bit long' : off ? 'a bit short' : 'right';
  const cut = /^(.*?)\s+in\s+(?:the\s+)?(.+)$/i.exec(shoe.trim());
  const printed = readPrintedLabel(cut?.[1] ?? shoe);
  const [first] = printed.labels;
  const label =
    first?.system !== undefined
      ? { system: first.system, size: first.size }
      : first && madeIn && first.size >= madeIn.from && first.size <= madeIn.to
        ? { system: madeIn.system, size: first.size }
        : undefined;
  const edition = (cut?.[2] ?? '')
    .replace(FITS, '')
    .replace(/\bfits?(?:\s+(?:me|well|right))?\b/i, '')
    .trim();
  return {
    ...(label ? { label } : {}),
    ...(printed.width ? { width: printed.width } : {}),
    edition,
    fits,
    wideFoot: /\bwide f(?:oo|ee)t\b/.test(rest),
    thickSock: /\bthick socks?\b/.test(rest),
    faults: [
      ...printed.faults,
      ...(label ? [] : ['Which size, in which system? Such as UK 9.']),
      ...(edition ? [] : ['In which shoe? Such as: UK 9 in Kestvane Kerb.']),
    ],
  };
}
