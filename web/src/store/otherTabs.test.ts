import { afterEach, expect, it, vi } from 'vitest';
import { onOtherTab, tellTabs, type Word } from './otherTabs.ts';

/** Another tab is another end of the same channel. */
const tab = new BroadcastChannel('nachweis-words');
afterEach(() => {
  tab.onmessage = null;
});
const word: Word = { of: 'sheet', personId: 'p', assignmentId: 'a', draft: null };

it('hears what another tab says until it stops listening, with whoever else listens', async () => {
  const [one, other] = [vi.fn(), vi.fn()];
  const stop = onOtherTab(one);
  onOtherTab(other);
  tab.postMessage(word);
  await vi.waitFor(() => expect(other).toHaveBeenCalledOnce());
  expect(one).toHaveBeenCalledWith(word);
  stop();
  tab.postMessage(word);
  await vi.waitFor(() => expect(other).toHaveBeenCalledTimes(2));
  expect(one).toHaveBeenCalledOnce();
});
it('tells the other tabs, and not itself', async () => {
  const [here, there] = [vi.fn(), vi.fn()];
  onOtherTab(here);
  tab.onmessage = ({ data }) => there(data);
  tellTabs(word);
  await vi.waitFor(() => expect(there).toHaveBeenCalledWith(word));
  expect(here).not.toHaveBeenCalled();
});
