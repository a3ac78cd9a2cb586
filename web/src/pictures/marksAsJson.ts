import type { MarkFile } from '@nachweis/contract';
import type { Mark, Size } from '@nachweis/core';

/** Marks as a JSON file. @param marks in pixels of the picture that is seen */
export function marksAsJson(marks: readonly Mark[], { width, height }: Size): string {
  const file: MarkFile = {
    type: 'nachweis-marks',
    version: 1,
    picture: { width, height },
    marks: [...marks],
  };
  return JSON.stringify(file, null, 2);
}
