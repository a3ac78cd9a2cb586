import type { Endpoint } from '../endpoint.ts';
import { Sharing, SharingWrite } from '../sharing.ts';
import { assignmentParams } from './params.ts';

/** Hand-ins shared out among who judges. */
export const sharingEndpoints = {
  readSharing: {
    method: 'get',
    path: '/api/assignments/:assignmentId/sharing',
    access: 'course-instructor',
    blind: 'open',
    unveiled: true,
    summary: 'Who judges whom.',
    params: assignmentParams,
    response: Sharing,
  },
  shareOut: {
    method: 'put',
    path: '/api/assignments/:assignmentId/sharing',
    access: 'course-instructor',
    blind: 'open',
    unveiled: true,
    summary: 'Says who judges whom; those that are not named stay with whom they were.',
    params: assignmentParams,
    body: SharingWrite,
    response: Sharing,
  },
} as const satisfies Record<string, Endpoint>;
