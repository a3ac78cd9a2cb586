import { createContext, type ReactNode } from 'react';

/** What is told at the top of each dialog, as what stands behind it is not seen and cannot be pressed. */
export const DialogStrip = createContext<ReactNode>(null);
