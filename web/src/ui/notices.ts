type Library = typeof import('sonner');
type Toast = Library['toast'];

let library: Library | null = null;
/** what was said before the place for notices was in the page */
const early: Array<(toast: Toast) => void> = [];

function say(how: (toast: Toast) => void): void {
  if (library) how(library.toast);
  else early.push(how);
}

/** Called by the place for notices once it is in the page. */
export function noticesReady(loaded: Library): void {
  library = loaded;
  for (const how of early.splice(0)) how(loaded.toast);
}

/**
 * What did not go as it was meant says what to do, and what offers a way back is to be decided: it stays as long as it
 * takes to look up, read two sentences and come there by keyboard, and goes earlier by its own button.
 */
const TO_BE_READ = { duration: 20_000, closeButton: true };
const withTime = (options: Parameters<Toast['error']>[1]) => ({ ...TO_BE_READ, ...options });

/** Notices over the page. Their library comes after the page, which needs none to be seen; nothing said is lost. */
export const toast = {
  info: (...[words, options]: Parameters<Toast['info']>) =>
    say((to) => to.info(words, options?.action ? withTime(options) : options)),
  success: (...[words, options]: Parameters<Toast['success']>) =>
    say((to) => to.success(words, options?.action ? withTime(options) : options)),
  warning: (...[words, options]: Parameters<Toast['warning']>) =>
    say((to) => to.warning(words, withTime(options))),
  error: (...[words, options]: Parameters<Toast['error']>) => say((to) => to.error(words, withTime(options))),
  custom: (...said: Parameters<Toast['custom']>) => say((to) => to.custom(...said)),
  dismiss: (...which: Parameters<Toast['dismiss']>) => say((to) => to.dismiss(...which)),
};

/** Takes away what was said of the page before; what has to be read to lose nothing stays. */
export const clearPassing = (): void =>
  say((to) => {
    for (const one of to.getToasts())
      if (!('duration' in one) || one.duration !== Number.POSITIVE_INFINITY) to.dismiss(one.id);
  });
