/** What is being read before a page asks for it; one memory for each person, as what was read has. */
const underWay = new WeakMap<object, Map<string, Promise<unknown>>>();

/** Notes that an address is being read, until it is. */
export function noteAhead<T>(memory: object, address: string, answer: Promise<T>): Promise<T> {
  const all = underWay.get(memory) ?? new Map<string, Promise<unknown>>();
  underWay.set(memory, all.set(address, answer));
  const end = () => void all.delete(address);
  answer.then(end, end);
  return answer;
}

/** The answer that is on its way already; it is not asked for twice. */
export const readAhead = <T>(memory: object, address: string): Promise<T> | undefined =>
  underWay.get(memory)?.get(address) as Promise<T> | undefined;
