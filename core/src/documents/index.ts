export type { DocumentPicture, DocumentRefusal, DocumentResult } from './document.ts';
export { DOCUMENT_EXTENSIONS, isDocument, readDocument } from './readDocument.ts';
