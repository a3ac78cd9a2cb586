import type { z } from './zod.ts';

/**
 * Who may call an endpoint. The object meant is the one its path or body names: `course-…` the course of the
 * assignment, or the one named itself for `course-manager` (its instructors and administrators), `…-owner` the person the object belongs to, `hand-in-…` the course the hand-in belongs to; `hand-in-party` is its students and that staff, `second-marker` whoever was asked to mark it a second time.
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
  'own-mark-set',
  'own-stock',
  'own-handover',
  'own-errand',
  'own-evidence',
  'own-hand-in',
  'hand-in-party',
  'hand-in-staff',
  'hand-in-instructor',
  'second-marker',
] as const;
export type Access = (typeof ACCESS)[number];

export interface Endpoint {
  method: 'get' | 'put' | 'post' | 'delete';
  /** Express path; parameters start with a colon */
  path: string;
  access: Access;
  /**
   * whether it may be called by who has a second marking before them, and is to see nothing of the first. Where it is not
   * said, what is asked of an assignment or a hand-in as its staff is closed to them, and all else is open.
   */
  blind?: 'open' | 'closed';
  /** it tells of people and nothing of their hand-ins, so that names may stand in it where those are judged without */
  unveiled?: true;
  summary: string;
  params?: z.ZodType<Record<string, string>>;
  query?: z.ZodType;
  /** `'bytes'`: the raw bytes of a picture or another file */
  body?: z.ZodType | 'bytes';
  /** absent: 204 without content */
  response?: z.ZodType;
}

export type Output<S> = S extends z.ZodType ? z.infer<S> : undefined;
export type Input<S> = S extends z.ZodType ? z.input<S> : undefined;
