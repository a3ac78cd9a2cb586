/** What the page keeps by itself and sends later. What else is written stays in its form. */
export const KEPT = 'pictures, marks, statements and verdicts';
