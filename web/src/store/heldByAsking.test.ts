import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

/** Another tab of the same browser: the module anew, with the same channel between them. */
async function anotherTab() {
  vi.resetModules();
  return import('./heldByAsking.ts');
}

/** Channels that are closed after each test, as a tab that goes closes its own. */
const open: BroadcastChannel[] = [];
class Watched extends BroadcastChannel {
  constructor(name: string) {
    super(name);
    open.push(this);
  }
}
const close = (channel: BroadcastChannel | undefined) => channel?.close();

beforeEach(() => void vi.stubGlobal('BroadcastChannel', Watched));
afterEach(() => {
  for (const channel of open.splice(0)) close(channel);
  vi.unstubAllGlobals();
});

describe('names that tabs hold without locks', () => {
  it('are one tab’s until it lets go', async () => {
    const [one, other] = [await anotherTab(), await anotherTab()];
    const letGo = await one.askedFor('a', 0);
    expect(letGo).not.toBeNull();
    expect(await other.askedFor('a', 0)).toBeNull();
    expect(await other.askedFor('b', 0)).not.toBeNull();
    expect(await other.heldAmongTabs(['a', 'b', 'c'])).toEqual(['a', 'b']);
    letGo?.();
    expect(await other.askedFor('a', 0)).not.toBeNull();
  });
  it('are had by one of those that ask at once', async () => {
    const tabs = [await anotherTab(), await anotherTab(), await anotherTab()];
    const got = await Promise.all(tabs.map((tab) => tab.askedFor('a', 0)));
    expect(got.filter((letGo) => letGo !== null)).toHaveLength(1);
  });
  it('are free when their tab is gone, and waited for where it is just going', async () => {
    const one = await anotherTab();
    const gone = open.at(-1);
    const going = await anotherTab();
    const other = await anotherTab();
    await one.askedFor('a', 0);
    const letGo = await going.askedFor('b', 0);
    close(gone);
    expect(await other.askedFor('a', 0)).not.toBeNull();
    setTimeout(() => letGo?.(), 200);
    expect(await other.askedFor('b', 600)).not.toBeNull();
  });
});
