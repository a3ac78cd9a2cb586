import { Id } from '../shared.ts';
import { z } from '../zod.ts';

export const assignmentParams = z.object({ assignmentId: Id });
export const handInParams = z.object({ handInId: Id });
