import * as z from 'zod';
import { AssignmentCard, DraftDocument, ProofSheet, StatementWrite } from './assignments.ts';
import { Capture, CaptureQuery } from './captures.ts';
import type { Endpoint } from './endpoint.ts';
import { DraftAnswer, EvidenceWrite } from './evidence.ts';
import { HandInRequest, HandInView, Receipt } from './handIns.ts';
import { AdjustmentWrite, Released, RemarkWrite, Review, ReviewList, VerdictsWrite } from './reviews.ts';
import { Credentials, DemoPerson, Me } from './session.ts';
import { Id } from './shared.ts';

const assignmentParams = z.object({ assignmentId: Id });
const handInParams = z.object({ handInId: Id });

/** Every JSON endpoint of the server. */
export const endpoints = {
  health: {
    method: 'get',
    path: '/api/health',
    access: 'public',
    summary: 'Answers once all migrations are done.',
    response: z.object({ status: z.literal('ok'), schema: z.string() }),
  },
  signIn: {
    method: 'post',
    path: '/api/session',
    access: 'public',
    summary: 'Signs a person in.',
    body: Credentials,
    response: Me,
  },
  me: {
    method: 'get',
    path: '/api/session',
    access: 'person',
    summary: 'Says who is signed in.',
    response: Me,
  },
  signOut: { method: 'delete', path: '/api/session', access: 'public', summary: 'Signs out.' },
  demoPeople: {
    method: 'get',
    path: '/api/demo/people',
    access: 'public',
    summary: 'The people of the demo data; empty on any other server.',
    response: z.array(DemoPerson),
  },
  demoSignIn: {
    method: 'post',
    path: '/api/demo/session',
    access: 'public',
    summary: 'Signs in as a person of the demo data; refused on any other server.',
    body: z.object({ personId: Id }),
    response: Me,
  },
  listAssignments: {
    method: 'get',
    path: '/api/assignments',
    access: 'person',
    summary: 'All assignments of all courses of the person.',
    response: z.array(AssignmentCard),
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
  putCapture: {
    method: 'put',
    path: '/api/captures/:captureId',
    access: 'own-capture',
    summary: 'Takes a picture in. Asking again with the same id and bytes changes nothing.',
    params: z.object({ captureId: Id }),
    query: CaptureQuery,
    body: 'picture',
    response: Capture,
  },
  putEvidence: {
    method: 'put',
    path: '/api/evidence/:evidenceId',
    access: 'own-evidence',
    summary: 'Makes or changes evidence in the draft.',
    params: z.object({ evidenceId: Id }),
    body: EvidenceWrite,
    response: DraftAnswer,
  },
  removeEvidence: {
    method: 'delete',
    path: '/api/evidence/:evidenceId',
    access: 'own-evidence',
    summary: 'Takes evidence out of the draft; it can be put back.',
    params: z.object({ evidenceId: Id }),
    response: DraftAnswer,
  },
  restoreEvidence: {
    method: 'post',
    path: '/api/evidence/:evidenceId/restore',
    access: 'own-evidence',
    summary: 'Puts evidence back that was taken out or replaced.',
    params: z.object({ evidenceId: Id }),
    response: DraftAnswer,
  },
  handIn: {
    method: 'post',
    path: '/api/assignments/:assignmentId/hand-ins',
    access: 'course-student',
    summary: 'Freezes the draft as a hand-in and gives the receipt.',
    params: assignmentParams,
    body: HandInRequest,
    response: Receipt,
  },
  handInView: {
    method: 'get',
    path: '/api/hand-ins/:handInId',
    access: 'own-hand-in',
    summary: 'An own hand-in with its receipt, and its feedback once released.',
    params: handInParams,
    response: HandInView,
  },
  reviewList: {
    method: 'get',
    path: '/api/assignments/:assignmentId/hand-ins',
    access: 'course-staff',
    summary: 'All hand-ins of an assignment.',
    params: assignmentParams,
    response: ReviewList,
  },
  review: {
    method: 'get',
    path: '/api/hand-ins/:handInId/review',
    access: 'hand-in-staff',
    summary: 'One hand-in with its verdicts and remarks.',
    params: handInParams,
    response: Review,
  },
  writeVerdicts: {
    method: 'put',
    path: '/api/hand-ins/:handInId/verdicts',
    access: 'hand-in-staff',
    summary: 'Gives, changes or (with null) clears verdicts on must-shows.',
    params: handInParams,
    body: VerdictsWrite,
    response: Review,
  },
  putRemark: {
    method: 'put',
    path: '/api/hand-ins/:handInId/remarks/:remarkId',
    access: 'hand-in-staff',
    summary: 'Writes or changes a remark.',
    params: handInParams.extend({ remarkId: Id }),
    body: RemarkWrite,
    response: Review,
  },
  removeRemark: {
    method: 'delete',
    path: '/api/hand-ins/:handInId/remarks/:remarkId',
    access: 'hand-in-staff',
    summary: 'Takes a remark away.',
    params: handInParams.extend({ remarkId: Id }),
    response: Review,
  },
  writeAdjustment: {
    method: 'put',
    path: '/api/hand-ins/:handInId/adjustment',
    access: 'hand-in-staff',
    summary: 'Adjusts the points by hand, with a reason.',
    params: handInParams,
    body: AdjustmentWrite,
    response: Review,
  },
  release: {
    method: 'post',
    path: '/api/hand-ins/:handInId/release',
    access: 'hand-in-instructor',
    summary: 'Lets the student see verdicts, remarks and points.',
    params: handInParams,
    response: Released,
  },
  releaseAll: {
    method: 'post',
    path: '/api/assignments/:assignmentId/release',
    access: 'course-instructor',
    summary: 'Releases every hand-in of the assignment that has all its verdicts.',
    params: assignmentParams,
    response: Released,
  },
} as const satisfies Record<string, Endpoint>;

export type EndpointName = keyof typeof endpoints;
