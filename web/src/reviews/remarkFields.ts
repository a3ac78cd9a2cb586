import type { Review } from '@nachweis/contract';
import { fillFields } from '@nachweis/core';

/** A remark's words with the student's name and what the class list knows of them filled in. */
export const withValues = (
  text: string,
  { fields, student, veiled }: Pick<Review, 'fields' | 'student' | 'veiled'>,
): string =>
  // A made-up name would be read by the student later.
  fillFields(text, { ...fields, student: veiled ? '' : student.plain });

/** The same words for anybody: a student's name becomes the field again. */
export const withField = (text: string, { student }: Pick<Review, 'student'>): string =>
  text.split(student.plain).join('{student}');
