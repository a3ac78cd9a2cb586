import type { VerdictsNow } from '@nachweis/contract';
import { callApi } from '../api/callApi.ts';
import type { KeptJudgement } from './judgement.ts';

/** Sends what is kept for a hand-in: verdicts and levels, then the adjustment. @returns what stands then; null where nothing was kept */
export async function sendVerdicts(judgement: KeptJudgement): Promise<VerdictsNow | null> {
  const { handInId, second, verdicts, levels = {}, writeId, adjustment, asked = [] } = judgement;
  const params = { handInId };
  let now: VerdictsNow | null = null;
  if (Object.keys(verdicts).length + Object.keys(levels).length > 0)
    now = await callApi(second ? 'writeSecondVerdicts' : 'writeVerdicts', {
      params,
      body: { id: writeId, verdicts, levels, asked: [...asked] },
    });
  if (adjustment)
    now = await callApi('writeAdjustment', { params, body: { ...adjustment, asked: [...asked] } });
  return now;
}
