import type { ArchiveErrand, ClassForm, Errand, MailingErrand } from '@nachweis/contract';
import { dateAndTime, fileSize } from '../ui/when.ts';

/** What a class's hand-ins go out as. */
export const CLASS_FORM_WORDS: Readonly<Record<ClassForm, string>> = {
  zip: 'All files as a ZIP',
  pdf: 'Returned sheets to print (PDF)',
  'docx.zip': 'Documents (.docx)',
  'odt.zip': 'Documents (.odt)',
  'page.zip': 'Pages with their pictures',
  'bag.zip': 'Bags with checksums (BagIt)',
};

const lowered = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

/** What an errand makes. */
export const errandTitle = (errand: Errand): string =>
  errand.kind === 'archive'
    ? `“${errand.title}”, ${lowered(CLASS_FORM_WORDS[errand.form])}`
    : `“${errand.title}”, sign-in links by mail`;

const letters = (count: number): string => (count === 1 ? '1 letter' : `${count} letters`);

const FAILURES: Readonly<Record<NonNullable<Errand['why']>, string>> = {
  'disk-full':
    'there is not enough room on the disk of the server. Tell whoever runs it, then ask for it again.',
  'mail-away': 'the mail server cannot be reached. Make links again later, or hand them out as a table.',
  'not-seen': 'you may not see these hand-ins now.',
  broken:
    'something went wrong on the server. Ask for it again; if it goes wrong again, tell whoever runs it.',
};

/** How an errand stands, as the end of a sentence that begins with its title. */
export function errandState(errand: Errand, timeZone: string): string {
  const { state, done, total } = errand;
  const failure = FAILURES[errand.why ?? 'broken'];
  if (errand.kind === 'mailing') {
    const sent = done - withoutLetter(errand);
    const soFar = total === 1 ? '' : ` ${sent} of ${letters(total)} had gone out.`;
    switch (state) {
      case 'waiting':
        return 'waits for its turn.';
      case 'working':
        return `${sent} of ${letters(total)} sent.`;
      case 'ready':
        return mailedWords(errand);
      case 'stopped':
        return `stopped.${soFar}`;
      case 'failed':
        return `${failure}${soFar}`;
    }
  }
  switch (state) {
    case 'waiting':
      return 'waits for its turn.';
    case 'working':
      return total === 0 ? 'being made.' : `being made, ${done} of ${total} hand-ins.`;
    case 'ready':
      return readyWords(errand, timeZone);
    case 'stopped':
      return 'stopped. Nothing was made.';
    case 'failed':
      return failure;
  }
}

const readyWords = ({ bytes, waitsUntil }: ArchiveErrand, timeZone: string): string =>
  `ready${bytes === null ? '' : `, ${fileSize(bytes)}`}.${waitsUntil ? ` It can be saved until ${dateAndTime(waitsUntil, timeZone)}.` : ''}`;

/** What the mail server said to the letters, and to whom none was written. */
export function mailedWords(errand: MailingErrand): string {
  const { total, refused, left, hasPassword } = errand;
  const asked = total - left.length - hasPassword.length;
  return [
    ...(asked > 0 ? [takenWords(asked, refused)] : ['no letter was sent.']),
    ...(refused.length > 0 ? ['Give them their link yourself.'] : []),
    ...(left.length > 0 ? [`Not in the course any more, so not written to: ${left.join(', ')}.`] : []),
    ...(hasPassword.length > 0
      ? [`With a password by then, so not written to: ${hasPassword.join(', ')}.`]
      : []),
  ].join(' ');
}

function takenWords(asked: number, refused: readonly string[]): string {
  if (refused.length > 0)
    return `the mail server has taken ${asked - refused.length} of ${letters(asked)} and refused: ${refused.join(', ')}.`;
  return asked === 1
    ? 'the mail server has taken the letter.'
    : `the mail server has taken all ${letters(asked)}.`;
}

/** How many of those a mailing was for, and that it is done with, have no letter. */
export const withoutLetter = ({ refused, left, hasPassword }: MailingErrand): number =>
  refused.length + left.length + hasPassword.length;
