/** A backup or restore that cannot be done; the message says why and what is safe. */
export class BackupError extends Error {}

/** Makes a sentence of whatever went wrong. */
export function explain(error: unknown, what: string): BackupError {
  if (error instanceof BackupError) return error;
  const { code = '', message = '' } = (error ?? {}) as NodeJS.ErrnoException;
  const why = /^(ENOSPC|EDQUOT|SQLITE_FULL)/.test(code)
    ? 'the disk is full. Make room and try again'
    : /^(EACCES|EPERM|EROFS|SQLITE_READONLY)/.test(code)
      ? 'a folder or file cannot be written to or read. Check the rights'
      : `something unexpected happened (${message || String(error)})`;
  return new BackupError(`${what}: ${why}. Nothing that was there before was changed.`, { cause: error });
}
