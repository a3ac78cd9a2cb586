import type { CaptureItem } from '@nachweis/contract';
import { ArchiveRestore, StickyNote, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { captureName } from '../pictures/captureName.ts';
import { Mount } from '../pictures/Mount.tsx';
import { SOURCE_WORDS } from '../pictures/sourceWords.ts';
import { Button } from '../ui/Button.tsx';
import { usedIn } from './usedIn.ts';

const day = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

interface CaptureMountProps {
  item: CaptureItem;
  onOpen: () => void;
  onFavour: () => void;
  onRemove: () => void;
  onRestore: () => void;
}

export function CaptureMount({ item, onOpen, onFavour, onRemove, onRestore }: CaptureMountProps): ReactNode {
  const name = captureName(item);
  const [use] = item.uses;
  return (
    <Mount
      code={use?.point ?? '–'}
      name={name}
      folded={item.favourite}
      status={
        <span className="block truncate text-sm text-faded" title={use && usedIn(use)}>
          {day.format(new Date(item.receivedAt))} · {SOURCE_WORDS[item.source]}
        </span>
      }
      actions={
        <span className="-mr-1.5 flex">
          {item.deletedAt === null ? (
            <>
              <Button
                small
                look="quiet"
                className="px-1"
                aria-pressed={item.favourite}
                aria-label={`Keep ${name} at hand`}
                title="Keep at hand: folds its corner"
                onClick={onFavour}
              >
                <StickyNote size={16} aria-hidden />
              </Button>
              <Button
                small
                look="quiet"
                className="px-1"
                aria-label={`Put ${name} into the bin`}
                onClick={onRemove}
              >
                <Trash2 size={16} aria-hidden />
              </Button>
            </>
          ) : (
            <Button small look="quiet" className="px-1" aria-label={`Put ${name} back`} onClick={onRestore}>
              <ArchiveRestore size={16} aria-hidden />
            </Button>
          )}
        </span>
      }
    >
      <button
        type="button"
        onClick={onOpen}
        className="grid h-40 w-full place-items-center p-1"
        aria-label={`Open ${name}`}
      >
        <img src={item.thumbHref} alt="" loading="lazy" className="max-h-38 max-w-full" />
      </button>
    </Mount>
  );
}
