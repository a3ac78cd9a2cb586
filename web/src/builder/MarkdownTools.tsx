import '@github/markdown-toolbar-element';
import { Bold, Code, Heading, Italic, Link, List, ListOrdered, type LucideIcon, Quote } from 'lucide-react';
import type { ReactNode } from 'react';

declare module 'react' {
  namespace JSX {
    interface IntrinsicElements {
      'markdown-toolbar': HTMLAttributes<HTMLElement> & { for: string };
    }
  }
}

interface Tool {
  /** as the element of the package knows it */
  style: string;
  words: string;
  Sign: LucideIcon;
  /** with Ctrl, or with Cmd */
  letter?: string;
}

const TOOLS: readonly Tool[] = [
  { style: 'header-2', words: 'Heading', Sign: Heading },
  { style: 'bold', words: 'Bold', Sign: Bold, letter: 'b' },
  { style: 'italic', words: 'Italic', Sign: Italic, letter: 'i' },
  { style: 'unordered-list', words: 'List', Sign: List },
  { style: 'ordered-list', words: 'Numbered list', Sign: ListOrdered },
  { style: 'link', words: 'Link', Sign: Link, letter: 'k' },
  { style: 'quote', words: 'Quotation', Sign: Quote },
  { style: 'code', words: 'As typed into a program', Sign: Code },
];

/** What a key pressed in the text means, where it is one of the tools. */
export const toolFor = ({ key, ctrlKey, metaKey, altKey, shiftKey }: KeyPress): string | undefined =>
  (ctrlKey || metaKey) && !altKey && !shiftKey
    ? TOOLS.find(({ letter }) => letter === key.toLowerCase())?.style
    : undefined;

type KeyPress = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;

/** Signs that set the marks of Markdown around what is chosen in a text, and take them away again. One stop for Tab; arrows inside. */
export function MarkdownTools({ field }: { field: string }): ReactNode {
  return (
    <markdown-toolbar for={field} aria-label="Shape the text" className="flex flex-wrap gap-0.5">
      {TOOLS.map(({ style, words, Sign, letter }) => (
        <button
          key={style}
          type="button"
          data-md-button={style}
          tabIndex={-1}
          aria-label={words}
          title={letter ? `${words} (Ctrl ${letter.toUpperCase()})` : words}
          {...(letter && { 'aria-keyshortcuts': `Control+${letter.toUpperCase()}` })}
          className="flex size-8 items-center justify-center rounded-sm text-verdigris-deep hover:bg-verdigris-wash"
        >
          <Sign size={18} aria-hidden />
        </button>
      ))}
    </markdown-toolbar>
  );
}
