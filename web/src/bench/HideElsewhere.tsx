import { clampBox, framedBox, type Redaction } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { PreparedPicture } from '../pictures/PreparedPicture.tsx';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { happen } from '../store/pictureStore.ts';
import { Button } from '../ui/Button.tsx';
import { withOne } from '../ui/chosenSet.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { noteChange } from './useWorkHistory.ts';

/** About how large a picture is shown here. */
const SHOWN = { width: 260, height: 150 };

interface HideElsewhereProps {
  /** in pixels of its capture */
  area: Redaction;
  /** of the capture it was drawn on */
  width: number;
  height: number;
  others: readonly SheetPicture[];
  codeOf: (proofPointId: string) => string;
  onClose: () => void;
}

/**
 * The same pixels are hidden in other pictures of the sheet, each shown first as it would be. Those of captures of the
 * same size are proposed: a name or an address in a program stands at the same place in all of them.
 */
export function HideElsewhere({
  area,
  width,
  height,
  others,
  codeOf,
  onClose,
}: HideElsewhereProps): ReactNode {
  const within = others.filter((picture) => touches(area, picture));
  const [chosen, setChosen] = useState(
    () =>
      new Set(
        within.filter((one) => one.width === width && one.height === height).map((one) => one.evidenceId),
      ),
  );
  const hide = () => {
    const pictures = within.filter((one) => chosen.has(one.evidenceId));
    for (const picture of pictures) {
      const { trims } = picture;
      const marks = [...picture.marks, copyOf(area)];
      noteChange(picture.evidenceId, { trims, marks: [...picture.marks] }, { trims, marks });
      void happen(picture, { kind: 'prepared', changes: { marks } });
    }
    toast.success(
      pictures.length === 1
        ? 'It is hidden in one more picture.'
        : `It is hidden in ${pictures.length} more pictures.`,
    );
    onClose();
  };
  return (
    <Dialog
      title="Hide the same place in other pictures"
      description="Each is shown as it would be. Look whether the place is the right one."
      onClose={onClose}
    >
      <div className="flex max-h-[70dvh] flex-col gap-3 p-4">
        {within.length === 0 && <p>The place lies in no other picture of this sheet.</p>}
        <ul className="grid min-h-0 grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-3 overflow-auto">
          {within.map((picture) => (
            <li key={picture.evidenceId}>
              <label className="block">
                <span className="mb-1 flex items-center gap-2 text-sm">
                  <input
                    type="checkbox"
                    className="size-4 accent-verdigris"
                    checked={chosen.has(picture.evidenceId)}
                    onChange={({ target }) => setChosen(withOne(chosen, picture.evidenceId, target.checked))}
                  />
                  {codeOf(picture.proofPointId)}
                  {(picture.width !== width || picture.height !== height) && (
                    <span className="text-ochre">its capture has another size</span>
                  )}
                </span>
                <span className="block h-40 border border-edge bg-grey">
                  <PreparedPicture
                    picture={{ ...picture, marks: [...picture.marks, area] }}
                    shown={SHOWN}
                    alt={`${codeOf(picture.proofPointId)}, with the place hidden`}
                  />
                </span>
              </label>
            </li>
          ))}
        </ul>
        <div className="flex justify-end gap-2">
          <Button look="quiet" keyName="Esc" onClick={onClose}>
            Hide it only here
          </Button>
          <Button look="main" disabled={chosen.size === 0} onClick={hide}>
            {chosen.size === 1 ? 'Hide it in this one' : `Hide it in these ${chosen.size || ''}`}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

const copyOf = (area: Redaction): Redaction => ({ ...area, id: crypto.randomUUID() });

/** Whether an area of a capture lies in what is framed of another one. */
function touches({ box }: Redaction, picture: SheetPicture): boolean {
  const frame = framedBox(picture.framing, picture);
  const moved = { ...box, x: box.x - frame.x, y: box.y - frame.y };
  return clampBox(moved, frame) !== null;
}
