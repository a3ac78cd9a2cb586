import type { Endpoint } from '../endpoint.ts';
import { Review, VerdictsNow, VerdictsWrite } from '../reviews.ts';
import { OwnSecondMarkings, SecondMarking, SecondOrder, Settlement } from '../secondMarking.ts';
import { assignmentParams, handInParams } from './params.ts';

/** A judgement that is made without seeing the first, and what comes of the two. */
export const secondMarkingEndpoints = {
  secondMarking: {
    method: 'get',
    path: '/api/assignments/:assignmentId/second-marking',
    access: 'course-instructor',
    summary: 'Who marks what a second time, how far the two agree, and where they differ.',
    params: assignmentParams,
    response: SecondMarking,
  },
  orderSecondMarking: {
    method: 'post',
    path: '/api/assignments/:assignmentId/second-marking',
    access: 'course-instructor',
    summary: 'Asks somebody to mark all hand-ins, a random share or chosen ones a second time.',
    params: assignmentParams,
    body: SecondOrder,
    response: SecondMarking,
  },
  takeSecondMarkingBack: {
    method: 'delete',
    path: '/api/hand-ins/:handInId/second-marking',
    access: 'hand-in-instructor',
    summary: 'Asks for no second marking of a hand-in any more, as long as it is not done.',
    params: handInParams,
  },
  settleDifference: {
    method: 'post',
    path: '/api/hand-ins/:handInId/settlements',
    access: 'hand-in-instructor',
    summary: 'Decides where two markers differ; it becomes the judgement, and who decided is kept.',
    params: handInParams,
    body: Settlement,
    response: SecondMarking,
  },
  ownSecondMarkings: {
    method: 'get',
    path: '/api/second-markings',
    access: 'person',
    summary: 'What one was asked to mark a second time.',
    response: OwnSecondMarkings,
  },
  secondReview: {
    method: 'get',
    path: '/api/hand-ins/:handInId/second-review',
    access: 'second-marker',
    summary: 'One hand-in for its second marker, without what the first said.',
    params: handInParams,
    response: Review,
  },
  writeSecondVerdicts: {
    method: 'put',
    path: '/api/hand-ins/:handInId/second-verdicts',
    access: 'second-marker',
    summary: 'Gives, changes or (with null) clears verdicts and levels of the second marking.',
    params: handInParams,
    body: VerdictsWrite,
    response: VerdictsNow,
  },
  finishSecondMarking: {
    method: 'post',
    path: '/api/hand-ins/:handInId/second-marking/done',
    access: 'second-marker',
    summary: 'Ends the second marking of a hand-in: it changes no more, and may be compared with the first.',
    params: handInParams,
    response: OwnSecondMarkings,
  },
} as const satisfies Record<string, Endpoint>;
