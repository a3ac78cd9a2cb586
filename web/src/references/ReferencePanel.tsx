import { type DefinitionView, MOST_REFERENCES, type References } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { AddReference } from './AddReference.tsx';
import { ReferencePictures } from './ReferencePictures.tsx';

/** The reference pictures of an assignment, proof point by proof point. They count at once, whatever is not saved yet. */
export function ReferencePanel({ view }: { view: DefinitionView }): ReactNode {
  const { id: assignmentId, definition } = view;
  const { data, error, mutate } = useApi('references', { params: { assignmentId } });
  const [addingTo, setAddingTo] = useState<{ id: string; code: string } | null>(null);
  const [problem, setProblem] = useState('');
  const changed = (references: References) => void mutate(references, { revalidate: false });
  const takeAway = async (referenceId: string, close: () => void) => {
    setProblem('');
    try {
      changed(await callApi('removeReference', { params: { assignmentId, referenceId } }));
      toast.success('Taken away. It is still among the captures of whoever added it.');
    } catch (failure) {
      setProblem(sentenceOf(failure));
    }
    close();
  };
  return (
    <section
      aria-label="Reference pictures"
      className="flex min-w-0 flex-col gap-3 border border-edge bg-card p-3 text-sm"
    >
      <div>
        <h2 className="text-base">Reference pictures</h2>
        <p className="text-faded">
          How it should look: beside what was handed in, and for students where you show it to them.
        </p>
      </div>
      {(problem || error) && (
        <p role="alert" className="border-l-4 border-madder bg-madder-wash px-2 py-1">
          {problem || sentenceOf(error)}
        </p>
      )}
      {definition.points.map(({ id, title }, index) => {
        const code = `P${index + 1}`;
        const pictures = data?.pictures.filter((picture) => picture.proofPointId === id) ?? [];
        return (
          <div key={id ?? code} className="flex min-w-0 flex-col gap-1.5 border-t border-rule pt-2">
            <h3 className="truncate text-sm">
              <span className="font-mono">{code}</span> {title}
            </h3>
            {pictures.length > 0 && (
              <ReferencePictures
                pictures={pictures}
                code={code}
                forStaff
                actions={(picture, close) => (
                  <Button small onClick={() => void takeAway(picture.id, close)}>
                    Take it away
                  </Button>
                )}
              />
            )}
            {data && pictures.length < MOST_REFERENCES && (
              <span>
                <Button
                  small
                  aria-label={`Add a picture to ${code}`}
                  onClick={() => id && setAddingTo({ id, code })}
                >
                  Add a picture
                </Button>
              </span>
            )}
          </div>
        );
      })}
      {addingTo && (
        <AddReference
          assignmentId={assignmentId}
          point={addingTo}
          onAdded={(references) => {
            changed(references);
            setAddingTo(null);
          }}
          onClose={() => setAddingTo(null)}
        />
      )}
    </section>
  );
}
