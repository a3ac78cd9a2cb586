import type { ReactNode } from 'react';

/** An own statement as it is read: its headings, where it was asked in parts, stand out. */
export function StatementText({ text }: { text: string }): ReactNode {
  return (
    <div className="written border-l-2 border-rule pl-3" dir="auto">
      {text.split(/^### /m).map((part, index) => {
        const [heading = '', ...lines] = index === 0 ? ['', part] : part.split('\n');
        const words = lines.join('\n').trim();
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts of one text that stay in their order
          <div key={index}>
            {heading && <p className="mt-2 font-semibold">{heading}</p>}
            {words && <p>{words}</p>}
          </div>
        );
      })}
    </div>
  );
}
