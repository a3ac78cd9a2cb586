/** Name of the handle by which marks are turned; drawn full, so that it is told from those that pull. */
export const TURN_HANDLE = 'turn';
