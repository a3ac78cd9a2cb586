import type { Size } from '../geometry/box.ts';
import type { PointRequirements } from '../handIns/missingForHandIn.ts';
import type { FlatShare } from '../raster/flatShare.ts';
import { tooSmall } from './tooSmall.ts';

/** What an automatic check says, worst first: stop, look, fine. */
export interface PictureFinding {
  level: 'fine' | 'look' | 'stop';
  sentence: string;
}

export interface CheckedPicture extends Size {
  flat: FlatShare;
  /** letters that are pinned in the picture */
  pinned: readonly string[];
  /** other students' hand-ins that hold exactly the same capture, byte for byte */
  alsoHandedInBy: readonly string[];
}

/** From this share of one colour on, nothing readable is left: one line of 16 px text on a 1280 x 800 page covers more than the rest. */
const ALL_FLAT = 0.998;
const MOSTLY_FLAT = 0.97;
const DARK = 40;

/** Looks at one handed-in picture. Always says at least one thing. */
export function pictureFindings(
  picture: CheckedPicture,
  requirements: PointRequirements,
  letters: readonly string[],
): PictureFinding[] {
  const findings: PictureFinding[] = [];
  const { flat, width, height } = picture;
  const dark = Math.max(flat.colour.r, flat.colour.g, flat.colour.b) < DARK;
  if (flat.share >= ALL_FLAT) {
    findings.push({
      level: 'stop',
      sentence: dark
        ? 'The picture is all black. A protected video or a failed grab looks like this.'
        : 'The picture is one flat colour; nothing is to be seen.',
    });
  } else if (flat.share >= MOSTLY_FLAT) {
    findings.push({
      level: 'look',
      sentence: `${Math.round(flat.share * 100)} % of the picture is one colour.`,
    });
  }
  if (picture.alsoHandedInBy.length > 0) {
    findings.push({
      level: 'stop',
      sentence: `Exactly this picture was also handed in by ${listed(picture.alsoHandedInBy)}.`,
    });
  }
  const small = tooSmall({ width, height }, requirements);
  if (small) findings.push({ level: 'look', sentence: small });
  const unpinned = letters.filter((letter) => !picture.pinned.includes(letter));
  if (unpinned.length > 0)
    findings.push({ level: 'look', sentence: `Not pinned here: ${unpinned.join(', ')}.` });
  if (findings.length === 0)
    findings.push({
      level: 'fine',
      sentence: `${width} x ${height} pixels, not blank, every must-show pinned.`,
    });
  const order = ['stop', 'look', 'fine'];
  return findings.sort((a, b) => order.indexOf(a.level) - order.indexOf(b.level));
}

const MOST_NAMED = 3;

function listed(names: readonly string[]): string {
  const shown = names.slice(0, MOST_NAMED).join(', ');
  return names.length > MOST_NAMED ? `${shown} and ${names.length - MOST_NAMED} more` : shown;
}
