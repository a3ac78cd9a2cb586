import type { Context } from '../context.ts';
import { bringIn } from '../handIns/bringIn.ts';
import { handIn } from '../handIns/handIn.ts';
import { withdraw } from '../handIns/withdraw.ts';
import type { Handlers } from '../http/router.ts';
import { startPractice } from '../practice/practice.ts';
import { endTrial, startTrial } from '../practice/trial.ts';
import { readCards } from './cards.ts';
import { readFormerHandIns } from './formerHandIns.ts';
import { readHandInView } from './handInView.ts';
import { grantTerms, readPersonTerms } from './personTerms.ts';
import { readProofSheet } from './proofSheet.ts';

type PageHandlers = Pick<
  Handlers,
  | 'listAssignments'
  | 'listFormerHandIns'
  | 'proofSheet'
  | 'startPractice'
  | 'startTrial'
  | 'endTrial'
  | 'handIn'
  | 'bringIn'
  | 'handInView'
  | 'handInAsStudent'
  | 'withdraw'
  | 'personTerms'
  | 'grantTerms'
>;

/** What is put together from several features for one page. */
export function pageHandlers(context: Context): PageHandlers {
  return {
    listAssignments: ({ actor }) => readCards(context, actor.personId),
    listFormerHandIns: ({ actor }) => readFormerHandIns(context, actor.personId),
    startTrial: ({ params, actor }) => startTrial(context, actor.personId, params.assignmentId),
    async endTrial({ params }) {
      await endTrial(context, params.assignmentId);
      return undefined;
    },
    startPractice: ({ actor }) => startPractice(context, actor.personId),
    proofSheet: ({ params, actor }) => readProofSheet(context, actor, params.assignmentId),
    handIn: ({ params, body, actor, at }) =>
      handIn(context, {
        id: body.id,
        draftVersion: body.draftVersion,
        showsWhole: body.showsWhole,
        assignmentId: params.assignmentId,
        studentId: actor.personId,
        at,
      }),
    bringIn: ({ params, body, actor }) => bringIn(context, params.assignmentId, body, actor.personId),
    handInView: ({ params, actor }) => readHandInView(context, actor, params.handInId),
    handInAsStudent: ({ params, actor }) => readHandInView(context, actor, params.handInId, true),
    async withdraw({ params, actor, at }) {
      await withdraw(context, params.handInId, at);
      return readHandInView(context, actor, params.handInId);
    },
    personTerms: ({ params }) => readPersonTerms(context, params.assignmentId, params.personId),
    grantTerms: ({ params, body, actor }) =>
      grantTerms(context, actor.personId, params.assignmentId, params.personId, body),
  };
}
