let name: string | undefined;

/** What this page calls itself; another tab, or the same one after a reload, has another name. */
export const ownPage = (): string => {
  name ??= crypto.randomUUID();
  return name;
};
