export type { DocumentPicture, DocumentRefusal, DocumentResult } from './documentResult.ts';
export { DOCUMENT_EXTENSIONS, isDocument, readDocument } from './readDocument.ts';
