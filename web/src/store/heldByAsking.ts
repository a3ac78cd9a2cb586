/** A tab that is there answers within this time; one that is frozen counts as gone. */
const ANSWER_MS = 150;

/** A question has no `to`, an answer says to whom it is. */
interface Said {
  name: string;
  by: string;
  to?: string;
}

const channel = new BroadcastChannel('nachweis-held');
/** Of tabs that ask at once, the one with the smallest has the name. */
const tab = crypto.randomUUID();
const held = new Set<string>();
const asking = new Set<string>();
const listeners = new Set<(said: Said) => void>();

const say = (said: Said) => channel.postMessage(said);
channel.onmessage = ({ data }: MessageEvent<Said>) => {
  const isOurs = held.has(data.name) || (asking.has(data.name) && tab < data.by);
  if (data.to === undefined && isOurs) say({ name: data.name, by: tab, to: data.by });
  for (const listener of listeners) listener(data);
};

/** @returns those of the names that another tab says it has */
async function answered(names: readonly string[], by: string): Promise<Set<string>> {
  const taken = new Set<string>();
  const listener = ({ name, to }: Said) => {
    if (to === by) taken.add(name);
  };
  listeners.add(listener);
  for (const name of names) say({ name, by });
  await new Promise((resolve) => setTimeout(resolve, ANSWER_MS));
  listeners.delete(listener);
  return taken;
}

/** As `hold` where there are locks. */
export async function askedFor(name: string, ms: number): Promise<(() => void) | null> {
  if (held.has(name) || asking.has(name)) return null;
  asking.add(name);
  try {
    for (let waited = 0; ; waited += ANSWER_MS) {
      const taken = await answered([name], tab);
      if (!taken.has(name)) break;
      if (waited >= ms) return null;
    }
    held.add(name);
    return () => void held.delete(name);
  } finally {
    asking.delete(name);
  }
}

/** As `heldOf` where there are locks. */
export async function heldAmongTabs(names: readonly string[]): Promise<string[]> {
  // Smaller than every tab: who only asks for a name itself does not answer.
  const taken = await answered(names, '');
  return names.filter((name) => taken.has(name) || held.has(name));
}
