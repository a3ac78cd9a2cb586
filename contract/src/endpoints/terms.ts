import type { Endpoint } from '../endpoint.ts';
import { Id } from '../shared.ts';
import { Corrections, CorrectionWrite, GrantWrite, PersonTerms } from '../terms.ts';
import { assignmentParams } from './params.ts';

/** What is decided later: other times for one person, corrections for all. */
export const termsEndpoints = {
  personTerms: {
    method: 'get',
    path: '/api/assignments/:assignmentId/terms/:personId',
    access: 'course-instructor',
    summary: 'What holds for one student, and how it came about.',
    params: assignmentParams.extend({ personId: Id }),
    response: PersonTerms,
  },
  grantTerms: {
    method: 'post',
    path: '/api/assignments/:assignmentId/terms/:personId',
    access: 'course-instructor',
    summary: 'Grants one student other times or attempts; as a dry run, says what that would change.',
    params: assignmentParams.extend({ personId: Id }),
    body: GrantWrite,
    response: PersonTerms,
  },
  corrections: {
    method: 'get',
    path: '/api/assignments/:assignmentId/corrections',
    access: 'course-instructor',
    summary: 'What was corrected for all.',
    params: assignmentParams,
    response: Corrections,
  },
  correct: {
    method: 'post',
    path: '/api/assignments/:assignmentId/corrections',
    access: 'course-instructor',
    summary:
      'Changes the worth of a must-show for all that was handed in; as a dry run, says whose points change.',
    params: assignmentParams,
    body: CorrectionWrite,
    response: Corrections,
  },
} as const satisfies Record<string, Endpoint>;
