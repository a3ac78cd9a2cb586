export type {
  DocumentNote,
  DocumentNoteData,
  DocumentPicture,
  DocumentRefusal,
  DocumentRefusalData,
  DocumentResult,
} from './documentResult.ts';
export type { FetchDecoder } from './pdfDecoder.ts';
export { readDocument } from './readDocument.ts';
