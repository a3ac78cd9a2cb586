export type {
  DocumentNote,
  DocumentNoteData,
  DocumentPicture,
  DocumentRefusal,
  DocumentRefusalData,
  DocumentResult,
} from './documentResult.ts';
export { readDocument } from './readDocument.ts';
