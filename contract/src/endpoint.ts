import type * as z from 'zod';

/**
 * Who may call an endpoint. The object meant is the one its path or body names: `course-…` the course of the
 * assignment, or the one named itself for `course-manager` (its instructors and administrators), `…-owner` the person the object belongs to, `hand-in-…` the course the hand-in belongs to.
 */
export const ACCESS = [
  'public',
  'person',
  'course-member',
  'course-student',
  'course-staff',
  'course-instructor',
  'course-manager',
  'admin',
  'own-capture',
  'own-preset',
  'own-evidence',
  'own-hand-in',
  'hand-in-staff',
  'hand-in-instructor',
] as const;
export type Access = (typeof ACCESS)[number];

export interface Endpoint {
  method: 'get' | 'put' | 'post' | 'delete';
  /** Express path; parameters start with a colon */
  path: string;
  access: Access;
  summary: string;
  params?: z.ZodType<Record<string, string>>;
  query?: z.ZodType;
  /** `'picture'`: the raw bytes of a picture */
  body?: z.ZodType | 'picture';
  /** absent: 204 without content */
  response?: z.ZodType;
}

export type Output<S> = S extends z.ZodType ? z.infer<S> : undefined;
export type Input<S> = S extends z.ZodType ? z.input<S> : undefined;
