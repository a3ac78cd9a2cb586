import type { Endpoint } from '../endpoint.ts';
import { ArchiveOrder, Errand } from '../errands.ts';
import { Id } from '../shared.ts';
import { z } from '../zod.ts';
import { assignmentParams } from './params.ts';

/** Long work: asked for, watched, stopped, and its result fetched. */
export const errandEndpoints = {
  listErrands: {
    method: 'get',
    path: '/api/errands',
    access: 'person',
    summary: 'The long work one has asked for, the latest first.',
    response: z.array(Errand),
  },
  orderArchive: {
    method: 'post',
    path: '/api/assignments/:assignmentId/archives',
    access: 'course-staff',
    // Its sheets alone tell of what was judged, and are refused where they are made.
    blind: 'open',
    // It answers by the title of the assignment only.
    unveiled: true,
    summary: "Has a class's hand-ins made into one file. Asking for what is being made changes nothing.",
    params: assignmentParams,
    body: ArchiveOrder,
    response: Errand,
  },
  endErrand: {
    method: 'delete',
    path: '/api/errands/:errandId',
    access: 'own-errand',
    summary: 'Stops what is being made, or clears away what is done.',
    params: z.object({ errandId: Id }),
  },
} as const satisfies Record<string, Endpoint>;
