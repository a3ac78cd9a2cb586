import type { CaptureItem } from '@nachweis/contract';
import type { FormEvent, ReactNode } from 'react';
import { Link } from 'react-router';
import { captureName } from '../pictures/captureName.ts';
import { FramedImage } from '../pictures/FramedPicture.tsx';
import { SOURCE_WORDS } from '../pictures/sourceWords.ts';
import { Stage } from '../stage/Stage.tsx';
import { Button, buttonClasses } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { doneSentence } from '../words/done.ts';
import { PutOnPoint } from './PutOnPoint.tsx';
import { useDetails } from './useDetails.ts';
import { usedIn } from './usedIn.ts';

interface CaptureDialogProps {
  item: CaptureItem;
  onClose: () => void;
  /** reads it again; never fails */
  onChanged: () => Promise<unknown>;
}

/** One capture with its record, its note and its tags. */
export function CaptureDialog({ item, onClose, onChanged }: CaptureDialogProps): ReactNode {
  const { note, tags, change, isUnsaved, elsewhere, save } = useDetails(item, onChanged);
  // A note is not lost by Escape, nor by going back.
  const close = () => {
    void save();
    onClose();
  };
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    void save();
  };
  return (
    <Dialog title={captureName(item)} size="full" onClose={close}>
      <div className="flex min-h-0 flex-1 flex-col max-md:overflow-auto md:flex-row">
        <Stage
          picture={item}
          label={`Picture: ${captureName(item)}`}
          enlarge={1}
          image={
            <FramedImage url={item.href} width={item.width} height={item.height} alt={captureName(item)} />
          }
        />
        <aside className="flex w-full flex-col gap-4 border-rule bg-card p-4 md:w-88 md:overflow-auto md:border-l">
          <CaptureRecordList item={item} />
          {item.uses.length > 0 && (
            <section>
              <h3 className="text-base">Where it is used</h3>
              <ul>
                {item.uses.map((use) => (
                  <li key={use.href + use.point}>
                    <Link to={use.href} className="text-verdigris-deep underline">
                      {usedIn(use)}
                    </Link>
                  </li>
                ))}
              </ul>
            </section>
          )}
          {item.deletedAt === null && <PutOnPoint item={item} />}
          <form onSubmit={onSubmit} className="flex flex-col gap-2">
            <label>
              Note
              <textarea
                value={note}
                maxLength={2000}
                rows={3}
                onChange={(event) => change({ note: event.target.value })}
                className="mt-0.5 block w-full border border-edge bg-card p-2"
              />
            </label>
            {elsewhere !== null && (
              <p className="written border-l-4 border-ochre-mark bg-ochre-wash px-2 py-1 text-sm text-ochre">
                Written elsewhere meanwhile: {elsewhere === '' ? 'nothing' : `“${elsewhere}”`}
              </p>
            )}
            <label>
              Tags, with commas between
              <input
                value={tags}
                onChange={(event) => change({ tags: event.target.value })}
                className="mt-0.5 block h-9 w-full border border-edge bg-card px-2"
              />
            </label>
            <div className="flex items-center gap-2">
              <Button type="submit" disabled={!isUnsaved}>
                Save
              </Button>
              {isUnsaved && <span className="text-sm text-faded">not saved yet</span>}
              <a className={buttonClasses('quiet')} href={`${item.href}?download`} download>
                Download
              </a>
            </div>
          </form>
        </aside>
      </div>
    </Dialog>
  );
}

const time = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'medium' });
const FROM_OUTSIDE = ['file', 'clipboard', 'document'];

/** What is known of a capture, and what is not. */
function CaptureRecordList({ item }: { item: CaptureItem }): ReactNode {
  const rows: Array<[string, ReactNode]> = [
    ['Source', SOURCE_WORDS[item.source]],
    ['Shown', item.surface === 'unknown' ? 'not known' : item.surface.replace('-', ' ')],
    ...(item.label ? [['Window or tab', item.label] as [string, ReactNode]] : []),
    ...(item.document ? [['Document', item.document] as [string, ReactNode]] : []),
    [
      'Size',
      `${item.width} × ${item.height} pixels, ${item.format.toUpperCase()}, ${Math.ceil(item.bytes / 1024)} kB`,
    ],
    ...(item.scale === null ? [] : [['Scale', `${Math.round(item.scale * 100)} %`] as [string, ReactNode]]),
    ['Received', time.format(new Date(item.receivedAt))],
    [
      'SHA-256',
      <span key="sha" className="font-mono text-sm break-all">
        {item.sha256}
      </span>,
    ],
    ['Changed', item.done.length > 0 ? item.done.map(doneSentence).join(' ') : 'nothing'],
  ];
  return (
    <section>
      <h3 className="text-base">Record</h3>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 text-sm">
        {rows.map(([word, value]) => (
          <div key={word} className="contents">
            <dt className="text-faded">{word}</dt>
            <dd className="written">{value}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 text-sm text-faded">
        {FROM_OUTSIDE.includes(item.source)
          ? 'It was brought in from outside: when and where it was made is not known.'
          : `It was ${item.source === 'plate' ? 'made' : 'taken'} in Nachweis.`}{' '}
        {item.jws && 'The server has signed this record.'}
      </p>
    </section>
  );
}
