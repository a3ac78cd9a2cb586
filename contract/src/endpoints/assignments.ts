import {
  AssignmentCard,
  DraftDocument,
  FormerHandIn,
  ProofSheet,
  Stage,
  StatementWrite,
} from '../assignments.ts';
import { ChangeEffects, DefinitionView, DefinitionWrite } from '../courses.ts';
import { AssignmentDefinition } from '../definitions.ts';
import type { Endpoint } from '../endpoint.ts';
import { Id } from '../shared.ts';
import { z } from '../zod.ts';
import { assignmentParams } from './params.ts';

/** Assignments, as they are written and as they are worked on. */
export const assignmentEndpoints = {
  createAssignment: {
    method: 'post',
    path: '/api/courses/:courseId/assignments',
    access: 'course-manager',
    summary: 'Enters an assignment as a draft. Asking again with the same id changes nothing.',
    params: z.object({ courseId: Id }),
    body: z.object({ id: Id, definition: AssignmentDefinition }),
    response: DefinitionView,
  },
  readDefinition: {
    method: 'get',
    path: '/api/assignments/:assignmentId/definition',
    access: 'course-instructor',
    blind: 'open',
    summary: 'An assignment as it is written.',
    params: assignmentParams,
    response: DefinitionView,
  },
  changeDefinition: {
    method: 'put',
    path: '/api/assignments/:assignmentId/definition',
    access: 'course-instructor',
    blind: 'open',
    summary:
      'Asks something else from now on, or says what that would mean. What was handed in stays as it is.',
    params: assignmentParams,
    body: DefinitionWrite,
    response: ChangeEffects,
  },
  setStage: {
    method: 'put',
    path: '/api/assignments/:assignmentId/stage',
    access: 'course-instructor',
    blind: 'open',
    summary: 'Gives an assignment to the students, takes it back while nobody handed in, or puts it away.',
    params: assignmentParams,
    body: z.object({ stage: Stage }),
    response: DefinitionView,
  },
  startTrial: {
    method: 'post',
    path: '/api/assignments/:assignmentId/trial',
    access: 'course-instructor',
    blind: 'open',
    summary: 'Lets who writes an assignment try it as a student, as it is saved now; nobody else sees that.',
    params: assignmentParams,
    response: z.object({ assignmentId: Id }),
  },
  endTrial: {
    method: 'post',
    path: '/api/assignments/:assignmentId/trial/ended',
    access: 'course-student',
    summary: 'Ends a trial: it is on no list any more.',
    params: assignmentParams,
  },
  startPractice: {
    method: 'post',
    path: '/api/practice',
    access: 'person',
    summary: 'Lets the person practise up to a receipt, for a week from now.',
    response: z.object({ assignmentId: Id }),
  },
  listAssignments: {
    method: 'get',
    path: '/api/assignments',
    access: 'person',
    summary: 'All assignments of all courses of the person.',
    response: z.array(AssignmentCard),
  },
  listFormerHandIns: {
    method: 'get',
    path: '/api/former-hand-ins',
    access: 'person',
    summary: 'The own hand-ins in courses that the person is not in any more.',
    response: z.array(FormerHandIn),
  },
  proofSheet: {
    method: 'get',
    path: '/api/assignments/:assignmentId',
    access: 'course-member',
    summary: 'An assignment with the own draft and hand-ins.',
    params: assignmentParams,
    response: ProofSheet,
  },
  writeStatement: {
    method: 'put',
    path: '/api/assignments/:assignmentId/statement',
    access: 'course-student',
    summary: 'Saves the own statement of the draft.',
    params: assignmentParams,
    body: StatementWrite,
    response: DraftDocument,
  },
} as const satisfies Record<string, Endpoint>;
