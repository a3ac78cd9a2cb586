import {
  type Announcements,
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  type UniqueIdentifier,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { Plus } from 'lucide-react';
import type { ReactNode } from 'react';
import { type UseFormReturn, useFieldArray } from 'react-hook-form';
import { Button } from '../ui/Button.tsx';
import { fieldSentence } from '../words/fields.ts';
import { type BuilderForm, EMPTY_POINT } from './form.ts';
import { PointFields } from './PointFields.tsx';
import { useOrderByKeys } from './useOrderByKeys.ts';

const HOW = {
  draggable: 'Space picks it up, the arrow keys move it, Space puts it down, Escape puts it back.',
};

/** The proof points, in an order that is changed by drag, by its keys, or by buttons. */
export function PointList({ form }: { form: UseFormReturn<BuilderForm> }): ReactNode {
  const { control, register, formState } = form;
  const { fields, append, remove, move } = useFieldArray({ control, name: 'points', keyName: 'key' });
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const { handleOf, said } = useOrderByKeys(
    fields.map((field) => field.key),
    move,
  );
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    const [from, to] = [active.id, over?.id].map((id) => fields.findIndex((field) => field.key === id));
    if (from !== undefined && to !== undefined && from >= 0 && to >= 0 && from !== to) move(from, to);
  };
  const place = (id: UniqueIdentifier | undefined) => fields.findIndex((field) => field.key === id) + 1;
  const announcements: Announcements = {
    onDragStart: ({ active }) => `P${place(active.id)} is picked up.`,
    onDragOver: ({ active, over }) =>
      over ? `P${place(active.id)} would be number ${place(over.id)}.` : undefined,
    onDragEnd: ({ active, over }) =>
      over ? `P${place(active.id)} is put at number ${place(over.id)}.` : `P${place(active.id)} stays.`,
    onDragCancel: ({ active }) => `P${place(active.id)} stays where it was.`,
  };
  const fault = formState.errors.points?.message ?? formState.errors.points?.root?.message;
  return (
    <section aria-labelledby="points-title" className="flex flex-col gap-3">
      <h2 id="points-title" className="text-xl">
        Proof points
      </h2>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={onDragEnd}
        accessibility={{ announcements, screenReaderInstructions: HOW }}
      >
        <SortableContext items={fields.map((field) => field.key)} strategy={verticalListSortingStrategy}>
          <ol className="flex flex-col gap-3">
            {fields.map((field, index) => (
              <PointFields
                key={field.key}
                id={field.key}
                index={index}
                handle={handleOf(field.key)}
                count={fields.length}
                control={control}
                register={register}
                errors={formState.errors.points?.[index]}
                onMove={(by) => move(index, index + by)}
                onRemove={() => remove(index)}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <p aria-live="assertive" className="sr-only">
        {said}
      </p>
      {fault && (
        <p role="alert" className="text-sm text-madder">
          {fieldSentence(fault)}
        </p>
      )}
      <span>
        <Button onClick={() => append({ ...EMPTY_POINT, mustShows: [{ text: '', points: '1' }] })}>
          <Plus size={16} aria-hidden /> Add a proof point
        </Button>
      </span>
    </section>
  );
}
