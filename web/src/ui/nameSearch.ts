/** Without the signs on its letters: who types "odegard" means Ödegård. */
const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** Whether somebody is meant by what was typed: all its words are in the name, in whichever order. */
export function isMeant({ name, listed }: { name: string; listed: string }, typed: string): boolean {
  const names = plain(`${name} ${listed}`);
  return plain(typed)
    .split(/[\s,]+/)
    .every((word) => names.includes(word));
}
