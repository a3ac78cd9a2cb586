import type { ReactNode } from 'react';
import { KEY_PARTS } from './keyWords.ts';

/** The keys of some parts of the page, a table each. */
export function KeyList({ parts }: { parts: readonly string[] }): ReactNode {
  return parts.map((name) => {
    const part = KEY_PARTS[name];
    return (
      part && (
        <section key={name}>
          <h3 className="mt-3 mb-1 text-base">{part.title}</h3>
          <dl className="grid grid-cols-[9rem_1fr] gap-x-3 gap-y-1">
            {part.keys.map(([keys, words]) => (
              <div key={keys} className="contents">
                <dt className="font-mono text-sm leading-6">{keys}</dt>
                <dd>{words}</dd>
              </div>
            ))}
          </dl>
        </section>
      )
    );
  });
}
