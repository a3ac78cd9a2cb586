import type { WorkFile } from '@nachweis/contract';
import type { ReactNode } from 'react';
import Markdown, { defaultUrlTransform } from 'react-markdown';
import remarkGfm from 'remark-gfm';
import { BELOW_TITLE } from './belowTitle.ts';

const FILES = 'files/';

/** What an instructor wrote, as Markdown; markup of other kinds stays text. `files/<name>` is a file of the assignment. */
export default function Brief({ text, files }: { text: string; files: readonly WorkFile[] }): ReactNode {
  const addressOf = (url: string): string => {
    if (!url.startsWith(FILES)) return defaultUrlTransform(url);
    const wanted = decoded(url.slice(FILES.length));
    return files.find(({ name }) => name === wanted)?.href ?? '';
  };
  return (
    <div className="guide written" dir="auto">
      <Markdown remarkPlugins={[remarkGfm]} components={BELOW_TITLE} urlTransform={addressOf}>
        {text}
      </Markdown>
    </div>
  );
}

function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}
