import type { WorkFile } from '@nachweis/contract';

/** What a brief says to refer to a file of its assignment, as Markdown (CommonMark 0.31, links); a picture is shown. */
export function linkTo({ name, isPicture }: Pick<WorkFile, 'name' | 'isPicture'>): string {
  const label = name.replace(/[[\]\\]/g, '\\$&');
  // Brackets would end the address.
  const address = encodeURIComponent(name).replace(/[()]/g, (sign) => `%${sign.charCodeAt(0).toString(16)}`);
  return `${isPicture ? '!' : ''}[${label}](files/${address})`;
}
