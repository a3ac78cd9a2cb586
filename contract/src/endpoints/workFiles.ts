import type { Endpoint } from '../endpoint.ts';
import { Id } from '../shared.ts';
import { WorkFiles } from '../workFiles.ts';
import { z } from '../zod.ts';
import { assignmentParams } from './params.ts';

const fileParams = assignmentParams.extend({ workFileId: Id });

/** Files that belong to what is asked. */
export const workFileEndpoints = {
  workFiles: {
    method: 'get',
    path: '/api/assignments/:assignmentId/work-files',
    access: 'course-member',
    unveiled: true,
    summary: 'The files of an assignment, by name.',
    params: assignmentParams,
    response: WorkFiles,
  },
  addWorkFile: {
    method: 'put',
    path: '/api/assignments/:assignmentId/work-files/:workFileId',
    access: 'course-instructor',
    blind: 'open',
    unveiled: true,
    summary:
      'Adds a file; one of the same name makes room for it. Asking again with the same id changes nothing.',
    params: fileParams,
    query: z.object({ name: z.string().trim().min(1).max(1000).default('file') }),
    body: 'bytes',
    response: WorkFiles,
  },
  removeWorkFile: {
    method: 'delete',
    path: '/api/assignments/:assignmentId/work-files/:workFileId',
    access: 'course-instructor',
    blind: 'open',
    unveiled: true,
    summary: 'Takes a file away. That it was there, and when, is kept.',
    params: fileParams,
    response: WorkFiles,
  },
} as const satisfies Record<string, Endpoint>;
