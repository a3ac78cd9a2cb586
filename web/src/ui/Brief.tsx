import type { ReactNode } from 'react';
import Markdown from 'react-markdown';
import remarkGfm from 'remark-gfm';

/** What an instructor wrote, as Markdown; markup of other kinds stays text. */
export default function Brief({ text }: { text: string }): ReactNode {
  return (
    <div className="guide written" dir="auto">
      <Markdown remarkPlugins={[remarkGfm]}>{text}</Markdown>
    </div>
  );
}
