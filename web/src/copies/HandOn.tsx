import type { Assignment, ProofPoint } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { serverNow } from '../api/serverClock.ts';
import { useMe } from '../api/session.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { saveAs } from '../ui/saveAs.ts';
import { dateAndTime } from '../ui/when.ts';
import { isOlderOnClipboard, watchCopied } from './onClipboard.ts';

interface HandOnProps {
  picture: SheetPicture;
  assignment: Assignment;
  point: ProofPoint;
  /** called before the picture is handed on */
  onBegin: () => void;
}

/** Hands a picture on, as it would be handed in now: as a file, on the clipboard, on paper. */
export function HandOn({ picture, assignment, point, onBegin }: HandOnProps): ReactNode {
  const me = useMe();
  // Whoever opens it may save or copy the picture next.
  const [made] = useState(() => {
    const ahead = import('../pictures/preparePicture.ts').then(({ prepareAhead }) => prepareAhead(picture));
    ahead.catch(() => undefined);
    return () => ahead.then((make) => make());
  });
  const name = picture.fileName.replace(/\.[^.]*$/, '');
  const margin = () => {
    const course = me.courses.find(({ id }) => id === assignment.courseId)?.title;
    const when = dateAndTime(new Date(serverNow()).toISOString(), assignment.timeZone);
    return [me.name, course, assignment.title, `${point.code} ${point.title}`, when]
      .filter(Boolean)
      .join(', ');
  };
  const onPage = () => import('./pictureOnPage.ts');
  const ways: Array<[words: string, work: () => Promise<void>]> = [
    ['Save the picture', async () => saveAs(await made(), `${name}.png`)],
    ['Copy the picture', () => copy(picture, made)],
    [
      'Save as PDF',
      async () => {
        const [{ pictureAsPdf }, png] = await Promise.all([onPage(), made()]);
        saveAs(await pictureAsPdf(png, margin(), name), `${name}.pdf`);
      },
    ],
    [
      'Save as SVG',
      async () => {
        const { pictureAsSvg } = await import('./pictureAsSvg.ts');
        saveAs(await pictureAsSvg(picture), `${name}.svg`);
      },
    ],
    [
      'Print it',
      async () => {
        const [{ printPicture }, png] = await Promise.all([onPage(), made()]);
        await printPicture(png, margin());
      },
    ],
  ];
  return (
    <>
      {isOlderOnClipboard(picture) && (
        <p role="status" className="w-full text-sm text-ochre">
          What you copied of it is older than your last change.
        </p>
      )}
      {ways.map(([words, work]) => (
        <Button
          key={words}
          onClick={() => {
            onBegin();
            void told(work);
          }}
        >
          {words}
        </Button>
      ))}
    </>
  );
}

async function told(work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch {
    toast.error(
      'The picture could not be made or handed on here. Its capture can be downloaded from the captures.',
    );
  }
}

/** Puts it on the clipboard, always as it is now. */
async function copy(picture: SheetPicture, made: () => Promise<Blob>): Promise<void> {
  await navigator.clipboard.write([new ClipboardItem({ 'image/png': made() })]);
  watchCopied(picture);
  toast.success('The picture is on the clipboard, as it is now.');
}
