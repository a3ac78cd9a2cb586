import { useState } from 'react';
import { useMe } from '../api/session.ts';
import { keepNote, readNote } from '../store/notes.ts';

/** Words that are being written, which outlive a reload. @param what they are about, with the id of that */
export function useKeptText(what: string): [text: string, write: (text: string) => void] {
  const key = `nachweis-words/${useMe().id}/${what}`;
  const [text, setText] = useState(() => readNote<string>(key) ?? '');
  const write = (next: string) => {
    keepNote(key, next === '' ? null : next);
    setText(next);
  };
  return [text, write];
}
