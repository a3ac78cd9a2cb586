/**
 * Does something while no other tab does something under the same name (W3C Web Locks). Browsers have locks for pages
 * over HTTPS only; without them tabs may do it at once, and what comes to the server twice is entered once.
 */
export const alone = <T>(name: string, work: () => Promise<T>): Promise<T> =>
  navigator.locks ? navigator.locks.request(name, work) : work();
