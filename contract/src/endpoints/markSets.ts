import type { Endpoint } from '../endpoint.ts';
import { HouseInk, MarkSet, MarkSetWrite } from '../markSets.ts';
import { Id } from '../shared.ts';
import { z } from '../zod.ts';

/** How new marks look. */
export const markSetEndpoints = {
  listMarkSets: {
    method: 'get',
    path: '/api/mark-sets',
    access: 'person',
    summary: 'The own sets of ink and style, by name.',
    response: z.array(MarkSet),
  },
  putMarkSet: {
    method: 'put',
    path: '/api/mark-sets/:markSetId',
    access: 'own-mark-set',
    summary: 'Makes or changes an own set of ink and style.',
    params: z.object({ markSetId: Id }),
    body: MarkSetWrite,
    response: z.array(MarkSet),
  },
  removeMarkSet: {
    method: 'delete',
    path: '/api/mark-sets/:markSetId',
    access: 'own-mark-set',
    summary: 'Removes an own set of ink and style.',
    params: z.object({ markSetId: Id }),
    response: z.array(MarkSet),
  },
  setHouseInk: {
    method: 'put',
    path: '/api/courses/:courseId/house-ink',
    access: 'course-manager',
    summary: 'Sets the ink that new marks of a course begin with; marks that are there stay as they are.',
    params: z.object({ courseId: Id }),
    body: HouseInk,
    response: HouseInk,
  },
} as const satisfies Record<string, Endpoint>;
