import { extensionOf } from '@nachweis/core';
import type { FileKind } from '../access/access.ts';

const LETTERS: Readonly<Record<FileKind, string>> = {
  capture: 'c',
  'capture-thumb': 's',
  base: 'b',
  file: 'f',
  thumb: 't',
  whole: 'o',
  reference: 'r',
  'reference-thumb': 'q',
  'remark-picture': 'm',
  'remark-picture-thumb': 'n',
  'work-file': 'w',
};
const KINDS = new Map(Object.entries(LETTERS).map(([kind, letter]) => [letter, kind as FileKind]));

/** The address of a file. It ends in the file's name, so that what reads only addresses sees a picture. */
export function fileHref(kind: FileKind, id: string, name: string): string {
  return `/files/${LETTERS[kind]}-${id}/${encodeURIComponent(name)}`;
}

/** Takes the middle part of a file's address apart. @returns null when it is none */
export function parseFileId(fileId: string): { kind: FileKind; id: string } | null {
  const match = /^([a-z])-([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})$/.exec(fileId);
  const kind = KINDS.get(match?.[1] ?? '');
  return match?.[2] && kind ? { kind, id: match[2] } : null;
}

/** A name whose extension is the given one; what a file was called before does not change what it is. */
export function withExtension(name: string, extension: string): string {
  const old = extensionOf(name);
  const stem = old ? name.slice(0, -(old.length + 1)) : name;
  return `${stem || 'picture'}.${extension}`;
}
