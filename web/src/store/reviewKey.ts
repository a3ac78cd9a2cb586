import { addressOf } from '../api/callApi.ts';
import type { Judged } from './judgement.ts';

/** The address of what is judged. */
export const reviewKey = ({ handInId, second }: Judged): string =>
  addressOf(second ? 'secondReview' : 'review', { params: { handInId } });
