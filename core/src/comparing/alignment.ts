/** Where a second picture lies on a first: its place (x, y) is at (x * scale + dx, y * scale + dy) of the first. */
export interface Alignment {
  scale: number;
  /** in pixels of the first */
  dx: number;
  dy: number;
  /** false where the pictures have too little in common to tell; then it is scale 1 at the upper left corner */
  sure: boolean;
  /** how well the levels of both go together along the first's edges, 0 to 1 */
  agreement: number;
}

/** How one picture lies on another. */
export type Lie = Pick<Alignment, 'scale' | 'dx' | 'dy'>;
