import type { Endpoint } from '../endpoint.ts';
import { HandInView } from '../handIns.ts';
import {
  RemarkPicture,
  RemarkPictureWrite,
  RemarkStock,
  RemarksGive,
  RemarksGiven,
  RemarksNow,
  RemarksTake,
  RemarkWrite,
  StockWrite,
  ThreadWrite,
} from '../remarks.ts';
import { Id } from '../shared.ts';
import { z } from '../zod.ts';
import { assignmentParams, handInParams } from './params.ts';

const remarkParams = handInParams.extend({ remarkId: Id });
const stockParams = z.object({ stockId: Id });

/** Remarks on what was handed in, and what is said about them. */
export const remarkEndpoints = {
  putRemark: {
    method: 'put',
    path: '/api/hand-ins/:handInId/remarks/:remarkId',
    access: 'hand-in-staff',
    summary: 'Writes or changes a remark.',
    params: remarkParams,
    body: RemarkWrite,
    response: RemarksNow,
  },
  removeRemark: {
    method: 'delete',
    path: '/api/hand-ins/:handInId/remarks/:remarkId',
    access: 'hand-in-staff',
    summary: 'Takes a remark away.',
    params: remarkParams,
    response: RemarksNow,
  },
  addRemarkPicture: {
    method: 'put',
    path: '/api/assignments/:assignmentId/remark-pictures/:pictureId',
    access: 'course-staff',
    summary: 'Makes an own capture a picture that remarks of the assignment can have.',
    params: assignmentParams.extend({ pictureId: Id }),
    body: RemarkPictureWrite,
    response: RemarkPicture,
  },
  answerRemark: {
    method: 'put',
    path: '/api/hand-ins/:handInId/remarks/:remarkId/thread/:entryId',
    access: 'hand-in-party',
    summary: 'Answers a remark, or says that it is settled or open again.',
    params: remarkParams.extend({ entryId: Id }),
    body: ThreadWrite,
    response: RemarksNow,
  },
  giveRemarks: {
    method: 'post',
    path: '/api/assignments/:assignmentId/remarks',
    access: 'course-staff',
    summary: 'Writes a remark to many hand-ins, all or none.',
    params: assignmentParams,
    body: RemarksGive,
    response: RemarksGiven,
  },
  takeRemarks: {
    method: 'post',
    path: '/api/assignments/:assignmentId/remarks/taken-away',
    access: 'course-staff',
    summary: 'Takes own remarks away from many hand-ins, all or none.',
    params: assignmentParams,
    body: RemarksTake,
    response: RemarksGiven,
  },
  remarkStock: {
    method: 'get',
    path: '/api/assignments/:assignmentId/remark-stock',
    access: 'course-staff',
    summary: 'Own words for remarks, and what one has said in this assignment before.',
    params: assignmentParams,
    response: RemarkStock,
  },
  putStock: {
    method: 'put',
    path: '/api/remark-stock/:stockId',
    access: 'own-stock',
    summary: 'Keeps words for remarks, or changes them.',
    params: stockParams,
    body: StockWrite,
  },
  removeStock: {
    method: 'delete',
    path: '/api/remark-stock/:stockId',
    access: 'own-stock',
    summary: 'Takes kept words away.',
    params: stockParams,
  },
  handInAsStudent: {
    method: 'get',
    path: '/api/hand-ins/:handInId/as-student',
    access: 'hand-in-staff',
    summary: 'A hand-in as its student will see it once it is released.',
    params: handInParams,
    response: HandInView,
  },
} as const satisfies Record<string, Endpoint>;
