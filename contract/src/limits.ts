/** Most letters of one text. */
export const MAX_TEXT = 20_000;

/** Most marks of one picture. */
export const MAX_MARKS = 500;

/** Letters of the address that holds the pixels of a picture in another one: some hundred pixels each way. */
export const MAX_INSET_LETTERS = 300_000;
/** Letters of the addresses of all pictures that lie in one. */
export const MOST_INSET_LETTERS = 1_200_000;

/** Most people of one course. */
export const MAX_PEOPLE = 1000;

/** Most steps of one picture; each goes over all its pixels. */
export const MAX_TRIMS = 12;

/** So often one may ask for a judgement of one hand-in again. */
export const MOST_ASKED = 3;

/** How many reference pictures a proof point may have. */
export const MOST_REFERENCES = 6;
/** Files of one assignment beside its brief. */
export const MOST_WORK_FILES = 30;
