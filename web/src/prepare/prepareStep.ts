/** What is being done to a picture: which part of it counts, what lies on it, and which file it becomes. */
export type PrepareStep = 'frame' | 'pin' | 'format';
