import type { ProofPoint } from '@nachweis/contract';
import { isPin, kindOf, type Missing, missingForHandIn, placingOf } from '@nachweis/core';
import type { PrepareStep } from '../prepare/prepareStep.ts';
import type { SheetPicture } from './sheetPictures.ts';
import type { OwnSheet } from './useProofSheet.ts';

type Standing = Pick<OwnSheet, 'sheet' | 'pictures' | 'statement'>;

/** What is still to do before the sheet can be handed in, and what is only worth a look. */
export function whatIsLeft({ sheet, pictures, statement }: Standing): Missing[] {
  return missingForHandIn({
    ...sheet.assignment,
    statement,
    pictures: pictures.map((picture) => ({ ...picture, capture: picture })),
  });
}

/** What of it is to do at one proof point. */
export function leftAt({ sheet, pictures, statement }: Standing, point: ProofPoint): Missing[] {
  return whatIsLeft({ sheet, pictures, statement }).filter(({ place }) => place.point === point.code);
}

/** Where something that is left can be done, as an address of this application, and what it is called there. */
export function wayTo(
  missing: Missing,
  { sheet, pictures }: Standing,
): { href: string; words: string } | null {
  const { assignment } = sheet;
  const here = `/assignments/${assignment.id}`;
  const point = assignment.proofPoints.find((p) => p.code === missing.place.point);
  const atPoint = pictures.filter((p) => p.proofPointId === point?.id);
  switch (missing.code) {
    case 'no-picture':
    case 'more-pictures':
    case 'same-as':
      return { href: `${here}/capture?point=${point?.id}`, words: 'Capture' };
    case 'any-picture':
      return { href: `${here}/capture`, words: 'Capture' };
    case 'pins-missing':
      return open(here, 'pin', atPoint[0]);
    case 'nothing-hidden':
    case 'nothing-marked':
    case 'nothing-written':
      return open(here, 'pin', atPoint[0], 'Mark');
    case 'marks-not-wanted':
      return open(here, 'pin', atPoint.find(hasPlainMarks), 'Mark');
    case 'finish-missing':
    case 'finish-not-wanted': {
      const { finish } = missing.data;
      const has = (picture: SheetPicture) => picture.trims.some(({ kind }) => kind === finish);
      const without = atPoint.find((picture) => !has(picture));
      return open(here, 'pin', missing.code === 'finish-missing' ? without : atPoint.find(has), 'Finish');
    }
    case 'words-not-read':
      return open(here, 'frame', atPoint[0]);
    case 'wrong-shape':
    case 'picture-too-small': {
      const { width, height } = missing.data;
      const small = atPoint.find((picture) => {
        const { size } = placingOf(picture, picture);
        return size.width === width && size.height === height;
      });
      return open(here, 'frame', small);
    }
    case 'format-not-taken':
      return open(
        here,
        'format',
        atPoint.find((picture) => picture.encoding?.format === missing.data.format),
      );
    case 'file-too-large':
      return open(
        here,
        'format',
        atPoint.find((picture) => picture.fileBytes === missing.data.bytes),
      );
    case 'answers-missing':
    case 'not-placed':
    case 'placed-astray':
    case 'statement-missing':
      return { href: `${here}/hand-in#statement`, words: 'Write' };
    case 'picture-damaged':
      return null;
  }
}

const hasPlainMarks = ({ marks }: SheetPicture) => marks.some((mark) => !isPin(mark) && !kindOf(mark).burns);

const STEP_WORDS: Readonly<Record<PrepareStep, string>> = { frame: 'Frame', pin: 'Pin', format: 'Format' };

/** The proof sheet with one of its pictures open. */
function open(sheet: string, step: PrepareStep, picture: SheetPicture | undefined, words = STEP_WORDS[step]) {
  return picture ? { href: `${sheet}?${step}=${picture.evidenceId}`, words } : null;
}
