import type { Endpoint } from '../endpoint.ts';
import { Handover, HandoverMade, HandoverOrder, HandoverView } from '../handovers.ts';
import { Id } from '../shared.ts';
import { z } from '../zod.ts';
import { assignmentParams } from './params.ts';

const tokenParams = z.object({ token: z.string().max(100) });

/** A picture that comes from another device of the same student. */
export const handoverEndpoints = {
  makeHandover: {
    method: 'post',
    path: '/api/assignments/:assignmentId/handovers',
    access: 'course-student',
    summary: 'Lets one picture come from another device, for ten minutes.',
    params: assignmentParams,
    body: HandoverOrder,
    response: HandoverMade,
  },
  readHandover: {
    method: 'get',
    path: '/api/handovers/:handoverId',
    access: 'own-handover',
    summary: 'Whether the picture has come.',
    params: z.object({ handoverId: Id }),
    response: Handover,
  },
  openHandover: {
    method: 'get',
    path: '/api/phone/:token',
    access: 'public',
    summary: 'What a picture from this device is for.',
    params: tokenParams,
    response: HandoverView,
  },
  sendFromPhone: {
    method: 'put',
    path: '/api/phone/:token/picture',
    access: 'public',
    summary: 'Takes the one picture in for whom it was asked for. The same bytes again change nothing.',
    params: tokenParams,
    query: z.object({ name: z.string().max(1000).default('') }),
    body: 'bytes',
    response: HandoverView,
  },
} as const satisfies Record<string, Endpoint>;
