import type { Role } from '@nachweis/contract';

/** What somebody is in a course. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  student: 'student',
  instructor: 'instructor',
  marker: 'marker',
};
