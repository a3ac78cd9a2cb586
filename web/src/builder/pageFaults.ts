import type { FormFault } from './fromForm.ts';

/**
 * What is wrong with fields, in the order of the page, where a field that holds half a date counts too: its value is
 * empty, which may mean something else. What is folded around them is opened, so that they are seen.
 * @param found in the values
 */
export function faultsOn(page: HTMLFormElement, found: readonly FormFault[]): FormFault[] {
  const half = halfTyped(page);
  const all = [...half, ...found.filter(({ path }) => !half.some((one) => one.path === path))];
  for (const { path } of all) {
    const field = page.elements.namedItem(path);
    const folded = field instanceof HTMLElement && field.closest('details');
    if (folded) folded.open = true;
  }
  const names = [...page.elements].map((field) => field.getAttribute('name'));
  return all.sort((a, b) => names.indexOf(a.path) - names.indexOf(b.path));
}

/** Fields in which something stands that is no value. */
const halfTyped = (page: HTMLFormElement): FormFault[] =>
  [...page.elements]
    .filter((field) => field instanceof HTMLInputElement)
    .filter(({ name, validity }) => name !== '' && validity.badInput)
    .map(({ name, type }) => ({
      path: name,
      code: type === 'datetime-local' ? 'time-unreadable' : 'number-unreadable',
    }));
