/** What letters say. All of them are here, as the sentences of the pages are in theirs. */

interface Words {
  subject: string;
  text: string;
}

const GREETING = (name: string) => `Hello ${name},\n\n`;
const ENDING =
  '\n\nThis was sent by Nachweis. What is sent to you can be chosen there, under your name at the top of each page.\n';

/** "Friday 27 November 2026 at 18:00 CET" */
export const timeWords = (instant: string, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    timeZone,
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    timeZoneName: 'short',
  }).format(new Date(instant));

interface About {
  name: string;
  assignment: string;
  course: string;
  timeZone: string;
  /** of the page that shows it */
  href: string;
}

export function receiptLetter(
  about: About & { number: string; handedInAt: string; late: boolean; files: readonly string[] },
): Words {
  const { name, assignment, course, number, handedInAt, timeZone, late, files, href } = about;
  return {
    subject: `Handed in: ${assignment}, ${number}`,
    text: `${GREETING(name)}“${assignment}” (${course}) was handed in on ${timeWords(handedInAt, timeZone)}${late ? ', late' : ''}. Its number is ${number}.\n\n${files.map((file) => `- ${file}`).join('\n')}\n\nThe receipt, with the hash of each file: ${href}${ENDING}`,
  };
}

export function returnedLetter({ name, assignment, course, href }: About): Words {
  return {
    subject: `Returned: ${assignment}`,
    // Points and remarks are for whoever signs in, not for whoever reads this.
    text: `${GREETING(name)}“${assignment}” (${course}) was looked at. Verdicts, remarks and points are here: ${href}${ENDING}`,
  };
}

export function reminderLetter(about: About & { dueAt: string; pictures: number }): Words {
  const { name, assignment, course, dueAt, timeZone, pictures, href } = about;
  const kept =
    pictures === 0
      ? 'There is nothing of yours in it yet.'
      : `${pictures === 1 ? 'One picture of yours is' : `${pictures} pictures of yours are`} in it and not handed in.`;
  return {
    subject: `Due soon: ${assignment}`,
    text: `${GREETING(name)}“${assignment}” (${course}) is due on ${timeWords(dueAt, timeZone)}. ${kept}\n\n${href}${ENDING}`,
  };
}

export function linkLetter(about: {
  name: string;
  course: string;
  expiresAt: string;
  timeZone: string;
  href: string;
}): Words {
  const { name, course, expiresAt, timeZone, href } = about;
  return {
    subject: `Nachweis: your way into ${course}`,
    text: `${GREETING(name)}with this link you choose a password and are in “${course}”. It works once, until ${timeWords(expiresAt, timeZone)}:\n\n${href}\n\nIf you did not expect this, do nothing.\n`,
  };
}
