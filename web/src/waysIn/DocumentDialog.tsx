import { type ReactNode, useEffect, useState } from 'react';
import { Mount } from '../pictures/Mount.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { useObjectUrl } from '../ui/useObjectUrl.ts';
import { sentence } from '../words/told.ts';
import type { Incoming } from './incoming.ts';
import type { ListedPicture, OpenedDocument } from './openDocument.ts';

interface DocumentDialogProps {
  document: OpenedDocument;
  onTake: (incoming: Incoming[]) => void;
  onClose: () => void;
}

/** Pictures are shown this many at a time: a document may hold hundreds. */
const PER_PAGE = 24;

/** The pictures in a document, to choose from. */
export default function DocumentDialog({ document, onTake, onClose }: DocumentDialogProps): ReactNode {
  const { pictures, title, fileName, notes } = document;
  const [chosen, setChosen] = useState<ReadonlySet<number>>(() => new Set(pictures.length === 1 ? [0] : []));
  const [from, setFrom] = useState(0);
  const [taking, setTaking] = useState(false);
  const toggle = (index: number) =>
    setChosen((old) => {
      const next = new Set(old);
      if (!next.delete(index)) next.add(index);
      return next;
    });
  const take = async () => {
    setTaking(true);
    const wanted = [...chosen].sort((a, b) => a - b).flatMap((index) => pictures[index] ?? []);
    const blobs = await Promise.all(wanted.map((picture) => picture.fetch()));
    const damaged = blobs.filter((blob) => blob === null).length;
    if (damaged > 0) toast.warning(`${damaged} of them cannot be read and were left out.`);
    onTake(
      wanted.flatMap((picture, place) => {
        const blob = blobs[place];
        if (!blob) return [];
        return {
          blob,
          name: picture.name,
          source: 'document' as const,
          surface: 'unknown' as const,
          document: title,
          label: picture.page === null ? fileName : `${fileName}, page ${picture.page}`,
          done: picture.rebuilt ? [{ code: 'rebuilt', data: {} }] : [],
        };
      }),
    );
  };
  return (
    <Dialog
      title={`Pictures in ${title}`}
      description={
        pictures.length === 0
          ? 'None of its pictures can be taken out here. Copy them in its program and paste them.'
          : `${pictures.length} ${pictures.length === 1 ? 'picture' : 'pictures'}. Choose those that are meant.`
      }
      size="full"
      onClose={onClose}
    >
      {notes.map((note) => (
        <p
          key={note.code + JSON.stringify(note.data)}
          className="mx-4 mt-2 bg-ochre-wash px-3 py-1 text-ochre"
        >
          {sentence(note)}
        </p>
      ))}
      <ul className="grid min-h-0 flex-1 auto-rows-min grid-cols-[repeat(auto-fill,minmax(13rem,1fr))] gap-4 overflow-auto p-4">
        {pictures.slice(from, from + PER_PAGE).map((picture, offset) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the same picture may be in a document twice; its place is what tells
          <li key={from + offset}>
            <Choice
              picture={picture}
              chosen={chosen.has(from + offset)}
              onToggle={() => toggle(from + offset)}
            />
          </li>
        ))}
      </ul>
      <footer className="flex flex-wrap items-center gap-2 border-t border-rule bg-card px-4 py-2">
        {pictures.length > PER_PAGE && (
          <>
            <Button small disabled={from === 0} onClick={() => setFrom(from - PER_PAGE)}>
              Earlier
            </Button>
            <span className="font-mono text-sm">
              {from + 1}–{Math.min(from + PER_PAGE, pictures.length)} of {pictures.length}
            </span>
            <Button
              small
              disabled={from + PER_PAGE >= pictures.length}
              onClick={() => setFrom(from + PER_PAGE)}
            >
              Later
            </Button>
          </>
        )}
        <div className="ml-auto flex gap-2">
          <Button look="quiet" onClick={onClose} keyName="Esc">
            Cancel
          </Button>
          <Button
            look="main"
            hidden={pictures.length === 0}
            disabled={chosen.size === 0 || taking}
            onClick={() => void take()}
          >
            Take {chosen.size || 'none'}
          </Button>
        </div>
      </footer>
    </Dialog>
  );
}

function Choice({
  picture,
  chosen,
  onToggle,
}: {
  picture: ListedPicture;
  chosen: boolean;
  onToggle: () => void;
}): ReactNode {
  const [blob, setBlob] = useState<Blob | null>(null);
  const url = useObjectUrl(blob);
  const [size, setSize] = useState('');
  const [broken, setBroken] = useState(false);
  useEffect(() => {
    let shown = true;
    void picture.fetch().then((fetched) => {
      if (!shown) return;
      setBlob(fetched);
      if (!fetched) setBroken(true);
    });
    return () => {
      shown = false;
    };
  }, [picture]);
  return (
    <div className={chosen ? 'outline-3 outline-verdigris' : ''}>
      <Mount
        code={picture.page === null ? '–' : `p. ${picture.page}`}
        name={picture.name}
        status={<span className="block text-sm text-faded">{broken ? 'cannot be shown' : size}</span>}
        actions={
          <input
            type="checkbox"
            checked={chosen}
            disabled={broken}
            onChange={onToggle}
            aria-label={`${picture.name}${picture.page === null ? '' : `, page ${picture.page}`}`}
            className="size-5 accent-verdigris"
          />
        }
      >
        <button
          type="button"
          tabIndex={-1}
          aria-hidden
          disabled={broken}
          onClick={onToggle}
          className="flex h-36 w-full items-center justify-center"
        >
          {url && (
            <img
              src={url}
              alt=""
              className="max-h-36 max-w-full object-contain"
              onLoad={(event) =>
                setSize(`${event.currentTarget.naturalWidth} × ${event.currentTarget.naturalHeight}`)
              }
              onError={() => setBroken(true)}
            />
          )}
        </button>
      </Mount>
    </div>
  );
}
