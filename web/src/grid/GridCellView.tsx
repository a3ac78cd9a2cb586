import { type GridCell, thumbnailHref } from '@nachweis/contract';
import { type ReactNode, useEffect, useRef } from 'react';
import { useMeant } from '../judging/useMeant.ts';
import { FindingSign, VERDICT_WORDS, VerdictDisc } from '../ui/signs.tsx';
import { several } from '../words/counted.ts';
import { showBesideNames } from './showBesideNames.ts';

interface GridCellViewProps {
  cell: GridCell | undefined;
  /** "Okafor, Kim: P1" */
  name: string;
  column: number;
  chosen: boolean;
  aside: boolean;
  /** its picture is about to be asked for */
  onMeant: (hrefs: readonly string[]) => void;
  onChoose: () => void;
  onOpen: () => void;
}

/** A small mount with how each of its must-shows is judged. One cell of the grid has the focus. */
export function GridCellView({
  cell,
  name,
  column,
  chosen,
  aside,
  onMeant,
  onChoose,
  onOpen,
}: GridCellViewProps): ReactNode {
  const element = useRef<HTMLTableCellElement>(null);
  useEffect(() => {
    if (!chosen || !element.current) return;
    element.current.focus({ preventScroll: true });
    showBesideNames(element.current);
  }, [chosen]);
  const comesNear = useMeant(() => onMeant(cell?.baseHrefs.slice(0, 1) ?? []));
  const [item] = cell?.itemIds ?? [];
  const words = cell
    ? [name, ...statesOf(cell), ...(aside ? ['put aside'] : [])].join(', ')
    : `${name}, not asked`;
  return (
    <td
      ref={element}
      role="gridcell"
      aria-colindex={column + 2}
      aria-selected={chosen}
      aria-label={words}
      tabIndex={chosen ? 0 : -1}
      {...comesNear}
      onClick={onChoose}
      onDoubleClick={onOpen}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return;
        event.preventDefault();
        onOpen();
      }}
      className={`flex h-full w-40 shrink-0 cursor-pointer flex-col border p-1 ${chosen ? 'border-verdigris bg-verdigris-wash outline-3 outline-verdigris' : 'border-rule bg-card'} ${aside ? 'opacity-60' : ''}`}
    >
      <span className="relative grid min-h-0 flex-1 place-items-center overflow-hidden bg-grey">
        {item ? (
          <img
            src={thumbnailHref(item)}
            alt=""
            loading="lazy"
            className="absolute inset-0 size-full object-contain"
          />
        ) : (
          <span className="grid size-full place-items-center bg-grey-deep text-sm text-on-grey">
            {cell ? 'no picture' : 'not asked'}
          </span>
        )}
      </span>
      <span className="flex h-5 items-center gap-0.5">
        {cell?.verdicts.map(({ mustShowId, verdict }) => (
          <VerdictDisc key={mustShowId} verdict={verdict} size={13} />
        ))}
        <span className="ml-auto flex items-center gap-0.5">
          {cell && cell.itemIds.length > 1 && (
            <span className="font-mono text-xs">{cell.itemIds.length}</span>
          )}
          {cell && cell.problems > 0 && <FindingSign level="problem" size={11} />}
          {cell && cell.toCheck > 0 && <FindingSign level="to-check" size={11} />}
        </span>
      </span>
    </td>
  );
}

/** What its signs say, in words. */
function statesOf({ itemIds, verdicts, problems, toCheck }: GridCell): string[] {
  return [
    ...(itemIds.length === 0 ? ['no picture'] : []),
    ...verdicts.map(({ letter, verdict }) => `${letter} ${verdict ? VERDICT_WORDS[verdict] : 'open'}`),
    ...(problems > 0 ? [several(problems, 'problem')] : []),
    ...(toCheck > 0 ? [`${toCheck} to check`] : []),
  ];
}
