/** Height of a window's title bar, in units of its display. */
export const TITLE_BAR = 32;
