import { AskedAgainNow, AskedAgainWrite } from '../askedAgain.ts';
import type { Endpoint } from '../endpoint.ts';
import { AssignmentLedger } from '../ledgers.ts';
import {
  GradeHistory,
  ReleaseAllOrder,
  Released,
  ReleasedAll,
  ReleaseOrder,
  TakeBackOrder,
} from '../releases.ts';
import {
  AdjustmentWrite,
  Comparables,
  ExemptionOrder,
  Review,
  ReviewGrid,
  ReviewList,
  VerdictsNow,
  VerdictsWrite,
} from '../reviews.ts';
import { Id } from '../shared.ts';
import { assignmentParams, handInParams } from './params.ts';

/** Reviewing and releasing. */
export const reviewEndpoints = {
  reviewList: {
    method: 'get',
    path: '/api/assignments/:assignmentId/hand-ins',
    access: 'course-staff',
    summary: 'All hand-ins of an assignment.',
    params: assignmentParams,
    response: ReviewList,
  },
  reviewGrid: {
    method: 'get',
    path: '/api/assignments/:assignmentId/grid',
    access: 'course-staff',
    summary: 'All hand-ins of an assignment as students by proof points.',
    params: assignmentParams,
    response: ReviewGrid,
  },
  readAssignmentLedger: {
    method: 'get',
    path: '/api/assignments/:assignmentId/ledger',
    access: 'course-instructor',
    // In the order of names every cover would tell whose it is; it says nothing of hand-ins instead while they are veiled.
    unveiled: true,
    summary:
      'How every student of a class stands at each proof point, and what the checks and the markers said.',
    params: assignmentParams,
    response: AssignmentLedger,
  },
  review: {
    method: 'get',
    path: '/api/hand-ins/:handInId/review',
    access: 'hand-in-staff',
    summary: 'One hand-in with its verdicts and remarks.',
    params: handInParams,
    response: Review,
  },
  askAgain: {
    method: 'put',
    path: '/api/hand-ins/:handInId/asked-again/:askedId',
    access: 'own-hand-in',
    summary: 'Asks for a judgement again that was returned.',
    params: handInParams.extend({ askedId: Id }),
    body: AskedAgainWrite,
    response: AskedAgainNow,
  },
  answerAsked: {
    method: 'put',
    path: '/api/hand-ins/:handInId/asked-again/:askedId/answer',
    access: 'hand-in-staff',
    summary: 'Answers a student who asked for a judgement again.',
    params: handInParams.extend({ askedId: Id }),
    body: AskedAgainWrite,
    response: AskedAgainNow,
  },
  comparables: {
    method: 'get',
    path: '/api/hand-ins/:handInId/comparables/:proofPointId',
    access: 'hand-in-staff',
    summary: 'What the pictures of a proof point can be compared with: other attempts, and other students.',
    params: handInParams.extend({ proofPointId: Id }),
    response: Comparables,
  },
  writeVerdicts: {
    method: 'put',
    path: '/api/hand-ins/:handInId/verdicts',
    access: 'hand-in-staff',
    summary: 'Gives, changes or (with null) clears verdicts on must-shows.',
    params: handInParams,
    body: VerdictsWrite,
    response: VerdictsNow,
  },
  writeAdjustment: {
    method: 'put',
    path: '/api/hand-ins/:handInId/adjustment',
    access: 'hand-in-staff',
    summary: 'Adjusts the points by hand, with a reason.',
    params: handInParams,
    body: AdjustmentWrite,
    response: VerdictsNow,
  },
  release: {
    method: 'post',
    path: '/api/hand-ins/:handInId/release',
    access: 'hand-in-instructor',
    summary: 'Lets the student see verdicts, remarks and points.',
    params: handInParams,
    body: ReleaseOrder.prefault({}),
    response: Released,
  },
  takeReleaseBack: {
    method: 'post',
    path: '/api/hand-ins/:handInId/release/taken-back',
    access: 'hand-in-instructor',
    summary: 'Takes a release back, with a reason: the student sees the judgement no more.',
    params: handInParams,
    body: TakeBackOrder,
    response: Released,
  },
  gradeHistory: {
    method: 'get',
    path: '/api/hand-ins/:handInId/history',
    access: 'hand-in-staff',
    summary: 'How the points of a hand-in came to be what they are.',
    params: handInParams,
    response: GradeHistory,
  },
  exempt: {
    method: 'put',
    path: '/api/assignments/:assignmentId/exemptions/:personId',
    access: 'course-instructor',
    summary: 'Says that a student need not hand in, or has to again.',
    params: assignmentParams.extend({ personId: Id }),
    body: ExemptionOrder,
  },
  releaseAll: {
    method: 'post',
    path: '/api/assignments/:assignmentId/release',
    access: 'course-instructor',
    summary: 'Releases every hand-in of the assignment that has all its verdicts.',
    params: assignmentParams,
    body: ReleaseAllOrder.prefault({}),
    response: ReleasedAll,
  },
} as const satisfies Record<string, Endpoint>;
