import type { Assignment } from '@nachweis/contract';
import { MOST_ON_PLATE } from '@nachweis/core';
import { toast } from '../ui/notices.ts';
import { changeTakeSettings, takeSettings } from '../waysIn/settings.ts';
import { addToPlate } from './addToPlate.ts';
import { keepPlateDraft } from './plateDraft.ts';

/** The one notice that says how full the plate is. */
const ON_PLATE = 'on-plate';
/** How long the plate before a new one can be had back. */
const BEFORE_MS = 20_000;

/** Puts a picture of a series on the plate; where it is to be a new one, the next ones go on that. */
export function putOnPlate(
  personId: string,
  { id: assignmentId, title: heading }: Pick<Assignment, 'id' | 'title'>,
  captureId: string,
): void {
  const isNew = takeSettings().target === 'new-plate';
  const added = addToPlate({ personId, assignmentId, heading }, captureId, isNew);
  if (added.is === 'not-kept')
    return void toast.error(
      'This browser keeps nothing more, also no plate. The picture is among your captures; put it on a plate from there.',
    );
  if (isNew) changeTakeSettings({ target: 'plate' });
  if (added.is === 'full')
    return void toast.warning(
      'The plate is full. The picture is among your captures; choose “on a new plate” for the next ones.',
    );
  const { count, before } = added;
  toast.success(`On the plate: ${count} of at most ${MOST_ON_PLATE} pictures. Open it with “Plate”.`, {
    // How many there are now takes the place of how many there were.
    id: ON_PLATE,
  });
  if (before) {
    toast.info(`This is a new plate. The one before it, “${before.heading}”, can be had back.`, {
      duration: BEFORE_MS,
      action: {
        label: 'Bring that one back',
        onClick: () => keepPlateDraft(personId, assignmentId, before),
      },
    });
  }
}
