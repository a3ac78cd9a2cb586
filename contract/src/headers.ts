/**
 * Header with the id of the person a page was opened for. Tabs of one browser share one session: where somebody else
 * has signed in meanwhile, the server refuses what an older page sends rather than take it as theirs.
 */
export const PERSON_HEADER = 'nachweis-person';

/** Header with a name that a page makes up for itself, so that it is not told of what it did itself. */
export const PAGE_HEADER = 'nachweis-page';

/**
 * Header with the number of the contract a page was built with. A page that was opened before an update is told to
 * reload rather than let it guess at answers of another shape.
 */
export const CONTRACT_HEADER = 'nachweis-contract';
export const CONTRACT_VERSION = '31';
