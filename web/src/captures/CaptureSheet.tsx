import type { CaptureItem } from '@nachweis/contract';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { memo, type ReactNode, useEffect, useLayoutEffect, useRef, useState } from 'react';

const COLUMN_WIDTH = 290;
const ROW_HEIGHT = 264;

/** The next page is asked for when this many rows are left: a quick scroll passes them while it comes. */
const ROWS_AHEAD = 10;

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
    if (rows > 0 && lastRow >= rows - ROWS_AHEAD) nearEnd.current();
  }, [lastRow, rows]);
  return (
    <div ref={root} className="mx-4 mt-4 sm:mx-6">
      <ul className="relative" style={{ height: virtual.getTotalSize() }} aria-label="Captures">
        {shown.map((row) => (
          <Row
            key={row.key}
            items={items}
            from={row.index * columns}
            columns={columns}
            top={row.start - offset}
            render={render}
          />
        ))}
      </ul>
    </div>
  );
}

interface RowProps {
  items: readonly CaptureItem[];
  /** index of its first item */
  from: number;
  columns: number;
  /** from the top of the sheet, in CSS pixels */
  top: number;
  render: (item: CaptureItem) => ReactNode;
}

/** Stays as it is while others come and go. */
const Row = memo(function Row({ items, from, columns, top, render }: RowProps): ReactNode {
  return items.slice(from, from + columns).map((item, column) => (
    <li
      key={item.id}
      className="absolute top-0 p-1.5"
      style={{
        width: `${100 / columns}%`,
        left: `${(100 / columns) * column}%`,
        height: ROW_HEIGHT,
        transform: `translateY(${top}px)`,
      }}
    >
      {render(item)}
    </li>
  ));
});
