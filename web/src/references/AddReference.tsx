import type { References } from '@nachweis/contract';
import { type FormEvent, type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { useIds } from '../api/useIds.ts';
import { captureName } from '../pictures/captureName.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { control, Field } from '../ui/Field.tsx';
import { useObjectUrl } from '../ui/useObjectUrl.ts';
import { type Incoming, incomingFiles } from '../waysIn/incoming.ts';
import { usePasteAndDrop } from '../waysIn/usePasteAndDrop.ts';

/** So many of one's captures are offered, the newest first. */
const OFFERED = 12;

interface AddReferenceProps {
  assignmentId: string;
  point: { id: string; code: string };
  onAdded: (references: References) => void;
  onClose: () => void;
}

/** A file, pasted or dropped or chosen, or a capture that is there already, becomes a reference picture. */
export function AddReference({ assignmentId, point, onAdded, onClose }: AddReferenceProps): ReactNode {
  const { data: captures } = useApi(
    'listCaptures',
    { query: { limit: OFFERED } },
    { revalidateOnFocus: false },
  );
  const [file, setFile] = useState<
    (Pick<Incoming, 'blob' | 'name' | 'source'> & { captureId: string }) | null
  >(null);
  const [captureId, setCaptureId] = useState('');
  const [caption, setCaption] = useState('');
  const [shown, setShown] = useState(true);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const ids = useIds();
  const preview = useObjectUrl(file?.blob ?? null);
  const choose = ([first]: readonly Incoming[]) => {
    if (!first) return;
    setProblem('');
    setFile({ ...first, captureId: crypto.randomUUID() });
    setCaptureId('');
  };
  const dragging = usePasteAndDrop(!busy, choose);
  const chosen = file ? file.captureId : captureId;
  const add = async (event: FormEvent) => {
    event.preventDefault();
    // To React the form it was opened from is around it: that one is not to be saved by this.
    event.stopPropagation();
    if (!chosen) return setProblem('Choose a picture first.');
    setBusy(true);
    setProblem('');
    try {
      if (file)
        await callApi('putCapture', {
          params: { captureId: file.captureId },
          query: { source: file.source, surface: 'unknown', name: file.name.slice(-1000) },
          body: file.blob,
        });
      const body = { proofPointId: point.id, captureId: chosen, caption, shown };
      // Asking again after a lost answer adds it once; another picture or caption is another reference.
      const params = { assignmentId, referenceId: ids.of(JSON.stringify(body)) };
      onAdded(await callApi('addReference', { params, body }));
    } catch (failure) {
      setProblem(sentenceOf(failure));
      setBusy(false);
    }
  };
  return (
    <Dialog title={`Reference picture for ${point.code}`} onClose={onClose}>
      <form
        onSubmit={(event) => void add(event)}
        className={`flex flex-col gap-3 p-4 ${dragging ? 'bg-verdigris-wash' : ''}`}
      >
        <Field label="A file, or paste one" hint="PNG, JPEG, GIF, WebP or AVIF">
          <input
            type="file"
            autoFocus
            accept="image/png,image/jpeg,image/gif,image/webp,image/avif"
            className="text-sm font-normal text-ink"
            onChange={({ target }) => choose(incomingFiles([...(target.files ?? [])], 'file'))}
          />
        </Field>
        {preview && (
          <img src={preview} alt="Chosen for the reference" className="h-32 w-full bg-grey object-contain" />
        )}
        {captures && captures.items.length > 0 && (
          <fieldset className="text-sm">
            <legend className="font-semibold">Or one of your captures</legend>
            <div className="mt-1 flex max-h-40 flex-wrap gap-1.5 overflow-auto p-1">
              {captures.items.map((item) => (
                <label
                  key={item.id}
                  className="block w-24 cursor-pointer border border-edge bg-card p-1 has-checked:outline-2 has-checked:outline-verdigris has-focus-visible:outline-2"
                >
                  <input
                    type="radio"
                    name="capture"
                    className="sr-only"
                    checked={item.id === captureId}
                    onChange={() => {
                      setCaptureId(item.id);
                      setFile(null);
                    }}
                  />
                  <img src={item.thumbHref} alt="" className="h-14 w-full bg-grey object-contain" />
                  <span className="block truncate text-xs">{captureName(item)}</span>
                </label>
              ))}
            </div>
          </fieldset>
        )}
        <Field label="What is right in it">
          <input
            value={caption}
            maxLength={300}
            onChange={({ target }) => setCaption(target.value)}
            className={control}
          />
        </Field>
        <Check checked={shown} onChecked={setShown} className="text-sm font-semibold">
          Students see it on their sheet
        </Check>
        {problem && (
          <p role="alert" className="border-l-4 border-madder bg-madder-wash px-2 py-1 text-sm">
            {problem}
          </p>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="main" disabled={busy}>
            {busy ? 'Adding …' : 'Add it'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
