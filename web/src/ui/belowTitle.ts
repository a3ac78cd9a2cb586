/** Headings of a text in Markdown: it begins with one of the first level, and the page has one already. */
export const BELOW_TITLE = { h1: 'h2', h2: 'h3', h3: 'h4', h4: 'h5' } as const;
