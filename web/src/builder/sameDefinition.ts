import type { AssignmentDefinition } from '@nachweis/contract';
import { toForm } from './form.ts';

/** Whether two say the same, whatever numbers their parts have, and whether what is usual is written or left out. */
export function sameDefinition(a: AssignmentDefinition, b: AssignmentDefinition, timeZone: string): boolean {
  const said = (definition: AssignmentDefinition) =>
    JSON.stringify(toForm(definition, timeZone), (key, value) => (key === 'id' ? undefined : value));
  return said(a) === said(b);
}
