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
  bytes(): Uint8Array;
  /** true where the document holds pixels only and the file was made from them, without loss */
  rebuilt: boolean;
}

export type DocumentRefusal = 'protected' | 'broken' | 'no-pictures' | 'not-a-document';

export type DocumentResult =
  | {
      ok: true;
      title: string;
      pictures: DocumentPicture[];
      /** one sentence for each kind of picture that is there but cannot be read */
      notes: string[];
    }
  | { ok: false; code: DocumentRefusal; sentence: string };

export function refuseDocument(code: DocumentRefusal, fileName: string): DocumentResult {
  const file = `“${fileName}”`;
  const sentences: Record<DocumentRefusal, string> = {
    protected: `${file} is protected by a password. Open it, save a copy without the password, and add the copy.`,
    broken: `${file} is damaged or not complete; no picture in it can be read. Save it again from the program it came from.`,
    'no-pictures': `${file} holds no picture. Copy the picture in its program and paste it here.`,
    'not-a-document': `${file} is no document that pictures can be taken from: those are .docx, .odt, .pptx, .odp and .pdf.`,
  };
  return { ok: false, code, sentence: sentences[code] };
}
