import type { Assignment } from '@nachweis/contract';
import { MOST_ON_PLATE } from '@nachweis/core';
import { toast } from '../ui/notices.ts';
import { changeTakeSettings, takeSettings } from '../waysIn/settings.ts';

/** The one notice that says how full the plate is. */
const ON_PLATE = 'on-plate';

/** Whether the station's series goes on a plate. */
export function goesOnPlate(): boolean {
  const { series, target } = takeSettings();
  return series && (target === 'plate' || target === 'new-plate');
}

/** Puts a picture of a series on the plate; where it is to be a new one, the next ones go on that. */
export async function putOnPlate(
  personId: string,
  { id: assignmentId, title: heading }: Pick<Assignment, 'id' | 'title'>,
  captureId: string,
): Promise<void> {
  const isNew = takeSettings().target === 'new-plate';
  const { addToPlate } = await import('../plate/addToPlate.ts');
  const count = addToPlate({ personId, assignmentId, heading }, captureId, isNew);
  if (isNew) changeTakeSettings({ target: 'plate' });
  if (count === null)
    toast.warning(
      'The plate is full. The picture is among your captures; choose “on a new plate” for the next ones.',
    );
  else
    toast.success(`On the plate: ${count} of at most ${MOST_ON_PLATE} pictures. Open it with “Plate”.`, {
      // How many there are now takes the place of how many there were.
      id: ON_PLATE,
    });
}
