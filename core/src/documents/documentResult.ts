import { type Nothing, type ToldOf, tell } from '../told/told.ts';

/** A picture that a document holds. */
export interface DocumentPicture {
  /** page or slide it is on, from 1; null where the document does not say */
  page: number | null;
  /** what the document calls it */
  name: string;
  /**
   * Its file; the original bytes wherever the document holds them as a file. Made when asked for, since rebuilding one
   * takes time and most are not chosen.
   * @throws Error when its pixels are damaged
   */
  bytes(): Promise<Uint8Array>;
  /** true where the document holds pixels only and the file was made from them, without loss */
  rebuilt: boolean;
}

/** Why no picture can be taken out of a document; the place names the file. */
export interface DocumentRefusalData {
  protected: Nothing;
  broken: Nothing;
  'no-pictures': Nothing;
  'not-a-document': Nothing;
}
export type DocumentRefusal = ToldOf<DocumentRefusalData>;

/** What is in a document and is not listed. */
export interface DocumentNoteData {
  'drawings-left-out': Nothing;
  'picture-too-large': { page: number; width: number; height: number };
  'document-damaged': Nothing;
}
export type DocumentNote = ToldOf<DocumentNoteData>;

export type DocumentResult =
  | { ok: true; title: string; pictures: DocumentPicture[]; notes: DocumentNote[] }
  | { ok: false; refusal: DocumentRefusal };

export const refuseDocument = (code: keyof DocumentRefusalData, file: string): DocumentResult => ({
  ok: false,
  refusal: tell('problem', code, {}, { file }),
});

/** Whether its name says that it is a document that is read here: then it is damaged, not something else. */
export const isNamedDocument = (file: string): boolean => /\.(docx|pptx|odt|odp|pdf)$/i.test(file);
