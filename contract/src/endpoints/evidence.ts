import { BringIn, BroughtIn } from '../brought.ts';
import type { Endpoint } from '../endpoint.ts';
import { DraftAnswer, EvidenceRestore, EvidenceWrite, FormatDesk, FormatQuery } from '../evidence.ts';
import { HandInRequest, HandInView, Receipt } from '../handIns.ts';
import { Id } from '../shared.ts';
import { z } from '../zod.ts';
import { assignmentParams, handInParams } from './params.ts';

/** Evidence, and handing it in. */
export const evidenceEndpoints = {
  putEvidence: {
    method: 'put',
    path: '/api/evidence/:evidenceId',
    access: 'own-evidence',
    summary: 'Makes or changes evidence in the draft.',
    params: z.object({ evidenceId: Id }),
    body: EvidenceWrite,
    response: DraftAnswer,
  },
  weighFormats: {
    method: 'get',
    path: '/api/evidence/:evidenceId/formats',
    access: 'own-evidence',
    summary: 'Writes the picture of evidence in every format and says what each costs and keeps.',
    params: z.object({ evidenceId: Id }),
    query: FormatQuery,
    response: FormatDesk,
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
    body: EvidenceRestore,
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
  bringIn: {
    method: 'post',
    path: '/api/assignments/:assignmentId/brought',
    access: 'course-instructor',
    summary: 'Hands in for a student whose work came another way.',
    params: assignmentParams,
    body: BringIn,
    response: BroughtIn,
  },
  handInView: {
    method: 'get',
    path: '/api/hand-ins/:handInId',
    access: 'own-hand-in',
    summary: 'An own hand-in with its receipt, and its feedback once released.',
    params: handInParams,
    response: HandInView,
  },
  withdraw: {
    method: 'post',
    path: '/api/hand-ins/:handInId/withdraw',
    access: 'own-hand-in',
    summary: 'Withdraws an own hand-in, as long as nobody has begun to judge it.',
    params: handInParams,
    response: HandInView,
  },
} as const satisfies Record<string, Endpoint>;
