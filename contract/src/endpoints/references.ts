import type { Endpoint } from '../endpoint.ts';
import { References, ReferenceWrite } from '../references.ts';
import { Id } from '../shared.ts';
import { assignmentParams } from './params.ts';

const referenceParams = assignmentParams.extend({ referenceId: Id });

/** Pictures of how what is asked should look. */
export const referenceEndpoints = {
  references: {
    method: 'get',
    path: '/api/assignments/:assignmentId/references',
    access: 'course-member',
    unveiled: true,
    summary: 'The reference pictures of its proof points that the caller may see.',
    params: assignmentParams,
    response: References,
  },
  addReference: {
    method: 'put',
    path: '/api/assignments/:assignmentId/references/:referenceId',
    access: 'course-instructor',
    blind: 'open',
    unveiled: true,
    summary: 'Makes an own capture a reference picture. Asking again with the same id changes nothing.',
    params: referenceParams,
    body: ReferenceWrite,
    response: References,
  },
  removeReference: {
    method: 'delete',
    path: '/api/assignments/:assignmentId/references/:referenceId',
    access: 'course-instructor',
    blind: 'open',
    unveiled: true,
    summary: 'Takes a reference picture away. That it was there, and when, is kept.',
    params: referenceParams,
    response: References,
  },
} as const satisfies Record<string, Endpoint>;
