import type { Known } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { KNOWN_WORDS } from '../words/known.ts';

/** Everything that is known of a person: what it is, who sees it, and what becomes of it when the person is removed. */
export function KnownTable({ known }: { known: Known }): ReactNode {
  return (
    <section
      aria-label="What is known, as a table"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls sideways where there is little room, by keys too
      tabIndex={0}
      className="shrink-0 overflow-x-auto"
    >
      <table aria-label="What is known" className="w-full border-collapse text-sm">
        <thead className="text-faded">
          <tr>
            {['What', 'Number', 'Who sees it', 'When the person is removed'].map((title) => (
              <th key={title} scope="col" className="border-b border-rule px-2 py-1 text-left">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {known.lines.map(({ kind, count, fate }) => {
            const { what, seenBy, becomes } = KNOWN_WORDS[kind];
            return (
              <tr key={kind} data-kind={kind} className="border-b border-rule align-top">
                <th scope="row" className="px-2 py-1.5 text-left font-semibold">
                  {what}
                </th>
                <td className="px-2 py-1.5 text-right font-mono">{count}</td>
                <td className="px-2 py-1.5">{seenBy}</td>
                <td className="px-2 py-1.5">
                  <strong>{fate === 'goes' ? 'Goes. ' : 'Stays. '}</strong>
                  {becomes}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
