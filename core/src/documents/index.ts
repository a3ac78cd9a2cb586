export type { DocumentPicture, DocumentRefusal, DocumentResult } from './documentResult.ts';
export { readDocument } from './readDocument.ts';
