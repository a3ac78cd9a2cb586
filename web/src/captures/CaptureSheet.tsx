import type { CaptureItem } from '@nachweis/contract';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useEffect, useLayoutEffect, useRef, useState } from 'react';

const COLUMN_WIDTH = 290;
const ROW_HEIGHT = 264;

/** Rows of mounts of which only those near the window exist: thousands stay fluid. */
export function CaptureSheet({
  items,
  onNearEnd,
  render,
}: {
  items: readonly CaptureItem[];
  onNearEnd: () => void;
  render: (item: CaptureItem) => ReactNode;
}): ReactNode {
  const root = useRef<HTMLDivElement>(null);
  const [columns, setColumns] = useState(1);
  const [offset, setOffset] = useState(0);
  useLayoutEffect(() => {
    const element = root.current;
    if (!element) return;
    const measure = () => {
      setColumns(Math.max(1, Math.floor(element.clientWidth / COLUMN_WIDTH)));
      setOffset(element.offsetTop);
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const rows = Math.ceil(items.length / columns);
  const virtual = useWindowVirtualizer({
    count: rows,
    estimateSize: () => ROW_HEIGHT,
    overscan: 3,
    scrollMargin: offset,
  });
  const shown = virtual.getVirtualItems();
  const lastRow = shown.at(-1)?.index ?? 0;
  const nearEnd = useRef(onNearEnd);
  nearEnd.current = onNearEnd;
  useEffect(() => {
    if (rows > 0 && lastRow >= rows - 4) nearEnd.current();
  }, [lastRow, rows]);
  return (
    <div ref={root} className="mx-4 mt-4 sm:mx-6">
      <ul className="relative" style={{ height: virtual.getTotalSize() }} aria-label="Captures">
        {shown.flatMap((row) =>
          items.slice(row.index * columns, (row.index + 1) * columns).map((item, column) => (
            <li
              key={item.id}
              className="absolute top-0 p-1.5"
              style={{
                width: `${100 / columns}%`,
                left: `${(100 / columns) * column}%`,
                height: ROW_HEIGHT,
                transform: `translateY(${row.start - offset}px)`,
              }}
            >
              {render(item)}
            </li>
          )),
        )}
      </ul>
    </div>
  );
}
