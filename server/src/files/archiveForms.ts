import { soundFileName } from '@nachweis/core';

/** What a hand-in, or a class's, goes out as; the ending of its address. */
export const ARCHIVE_FORMS = {
  zip: 'application/zip',
  'bag.zip': 'application/zip',
  'page.zip': 'application/zip',
  'docx.zip': 'application/zip',
  'odt.zip': 'application/zip',
  docx: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  odt: 'application/vnd.oasis.opendocument.text',
  pdf: 'application/pdf',
} as const;
export type ArchiveForm = keyof typeof ARCHIVE_FORMS;

const ADDRESS = /^([0-9a-f-]{36})\.(zip|bag\.zip|page\.zip|docx\.zip|odt\.zip|docx|odt|pdf)$/;

/** "<id>.<form>" taken apart; null where it is not one. */
export function parseArchiveName(name: string): { id: string; form: ArchiveForm } | null {
  const [, id, form] = ADDRESS.exec(name) ?? [];
  return id ? { id, form: form as ArchiveForm } : null;
}

/** What a browser is told of an archive before its bytes: its kind, and the name it is saved under. */
export function archiveHeaders(title: string, form: ArchiveForm): Record<string, string> {
  const fileName = soundFileName(title, form === 'zip' || form === 'page.zip' ? 'zip' : form);
  return {
    'Content-Type': ARCHIVE_FORMS[form],
    'Cache-Control': 'no-store',
    'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
  };
}
