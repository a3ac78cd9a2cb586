import { reportConnection } from '../api/connection.ts';

/** A page that stays open for days hears of a new version all the same. */
const ASK_AGAIN_MS = 3_600_000;

/**
 * Lets the browser keep the pages themselves, so that they open without a connection. Where it cannot, as without
 * HTTPS, all else works as before.
 */
export function keepPages(): void {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return;
  // What a person came for is fetched first.
  addEventListener('load', () => void register());
}

async function register(): Promise<void> {
  try {
    const registration = await navigator.serviceWorker.register('/sw.js', { scope: '/' });
    registration.addEventListener('updatefound', () => {
      // The first one is no news; nor is one that comes after its page.
      if (registration.active) void isOlder().then((older) => older && reportConnection({ renewed: true }));
    });
    setInterval(() => void registration.update().catch(() => {}), ASK_AGAIN_MS);
  } catch {
    // Pages are fetched from the server, each time.
  }
}

/** Whether the server's page is another version than this one. */
async function isOlder(): Promise<boolean> {
  const own = document.querySelector<HTMLScriptElement>('script[type=module][src]')?.src;
  const answer = await fetch('/', { cache: 'no-store' }).catch(() => null);
  if (!own || !answer?.ok) return false;
  return !(await answer.text()).includes(new URL(own).pathname);
}

/** Whether pages of Nachweis open here without a connection; null where this browser keeps no pages. */
export async function pagesAreKept(): Promise<boolean | null> {
  if (!('serviceWorker' in navigator)) return null;
  const registration = await navigator.serviceWorker.getRegistration('/');
  return Boolean(registration?.active);
}
