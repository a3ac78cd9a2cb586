/** Why the server does not start, or a command on its data does nothing, in a sentence for whoever runs it. */
export class StartError extends Error {
  constructor(message: string, options?: ErrorOptions) {
    super(message, options);
    this.name = 'StartError';
  }
}

const WHY: ReadonlyArray<[RegExp, string]> = [
  [
    /^(EACCES|EPERM|EROFS|SQLITE_READONLY|SQLITE_PERM)/,
    'cannot be written to. Give the server the right to write there, or set NACHWEIS_DATA to another folder.',
  ],
  [
    /^(ENOSPC|EDQUOT|SQLITE_FULL)/,
    'lies on a disk that is full. Make room and start again; nothing was changed.',
  ],
  [
    /^(SQLITE_CORRUPT|SQLITE_NOTADB)/,
    'holds a damaged database. Restore the last backup into another folder and set NACHWEIS_DATA to it; leave this one as it is.',
  ],
  [/^(ENOTDIR|EEXIST|SQLITE_CANTOPEN)/, 'is no folder that can be used. Set NACHWEIS_DATA to a folder.'],
];

/** Turns what went wrong while a data folder was opened into a sentence; what is not known stays as it is. */
export function explainStart(error: unknown, dataFolder: string): unknown {
  const code = String((error as NodeJS.ErrnoException | null)?.code ?? '');
  const why = WHY.find(([pattern]) => pattern.test(code));
  return why ? new StartError(`The data folder ${dataFolder} ${why[1]}`, { cause: error }) : error;
}
