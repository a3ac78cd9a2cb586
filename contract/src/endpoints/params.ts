import * as z from 'zod';
import { Id } from '../shared.ts';

export const assignmentParams = z.object({ assignmentId: Id });
export const handInParams = z.object({ handInId: Id });
