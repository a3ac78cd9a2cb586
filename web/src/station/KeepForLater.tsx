import { type ReactNode, useRef, useState } from 'react';
import { Link } from 'react-router';
import { sentenceOf } from '../api/apiProblem.ts';
import { useMe } from '../api/session.ts';
import { RefusedPictures } from '../sheet/RefusedPictures.tsx';
import { keepAmongCaptures } from '../sheet/useFullPlace.tsx';
import { useRefusals } from '../sheet/useRefusals.ts';
import { letGo, useStore } from '../store/pictureStore.ts';
import { Button } from '../ui/Button.tsx';
import { admitBlob } from '../waysIn/admit.ts';
import { FileChooser } from '../waysIn/FileChooser.tsx';
import { unpack } from '../waysIn/unpack.ts';
import { type Arrived, fetchWaiting, inHandOf, letWait } from '../waysIn/waiting.ts';
import { sentence } from '../words/told.ts';

/** Puts what waits among the captures, for an assignment that is not known or not open yet. */
export function KeepForLater(): ReactNode {
  const me = useMe();
  const { pictures } = useStore();
  const waiting = pictures.filter((p) => p.state === 'arrived');
  const chooser = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const { refused, refuse, dismissRefused } = useRefusals();
  const keep = async () => {
    setBusy(true);
    const told: string[] = [];
    await inHandOf(waiting, async () => {
      const all = (await Promise.all(waiting.map(fetchWaiting))).filter((one) => one !== null);
      const unpacked = await unpack(all);
      told.push(...unpacked.refused);
      for (const one of unpacked.pictures) told.push(...(await keepOne(one)));
      for (const document of unpacked.documents) document.close();
      if (unpacked.documents.length > 0)
        told.push('A document is kept here and still waits: choose an assignment, then its pictures.');
    });
    refuse(told);
    setBusy(false);
  };
  return (
    <section aria-labelledby="later-title" className="mt-6 border-t border-rule pt-4">
      <h2 id="later-title" className="text-lg">
        For later, without an assignment
      </h2>
      <p className="mb-2 text-faded">
        A picture that is pasted, dropped or chosen here can go among{' '}
        <Link to="/captures" className="text-verdigris-deep underline">
          your captures
        </Link>
        . From there it can be put on a proof point at any time.
      </p>
      {refused.length > 0 && <RefusedPictures sentences={refused} onDismiss={dismissRefused} />}
      <div className="flex flex-wrap gap-2">
        {waiting.length > 0 && (
          <Button disabled={busy} onClick={() => void keep()}>
            {waiting.length === 1
              ? 'Keep it among the captures'
              : `Keep all ${waiting.length} among the captures`}
          </Button>
        )}
        <Button look="quiet" onClick={() => chooser.current?.click()}>
          Choose files
        </Button>
      </div>
      <FileChooser input={chooser} onPictures={(incoming) => void letWait(me.id, incoming)} />
    </section>
  );
}

/** @returns why it could not be kept; it goes on waiting then, unless it is no picture */
async function keepOne({ document, incoming }: Arrived): Promise<string[]> {
  const checked = await admitBlob(incoming.blob, incoming.name, incoming.head);
  if (!checked.ok) {
    await letGo(document.evidenceId);
    return [sentence(checked.refusal)];
  }
  checked.bitmap.close();
  try {
    await keepAmongCaptures(document);
    return [];
  } catch (error) {
    return [sentenceOf(error)];
  }
}
