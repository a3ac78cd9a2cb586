import type { Trim } from '@nachweis/core';

const SIDE_WORDS = { 'left-right': 'left and right', 'top-bottom': 'top and bottom' } as const;

/** What a step does, as it stands in the list of steps. */
const WORDS: { [K in Trim['kind']]: (trim: Extract<Trim, { kind: K }>) => string } = {
  band: ({ of, from, to }) => `${to - from} ${of} removed, from ${from}`,
  turn: ({ quarters }) => `Turned ${{ 1: 'to the right', 2: 'upside down', 3: 'to the left' }[quarters]}`,
  mirror: ({ sides }) => `Mirrored, ${SIDE_WORDS[sides]}`,
  tilt: ({ degrees }) => `Tilted by ${degrees}°`,
  clear: ({ colour, from }) => `${colour} made transparent${from ? ', where it hangs together' : ''}`,
  'cut-here': ({ sides }) => `Cut here: ${sides.join(', ')}`,
  'set-off': ({ by }) => `Set off by a ${by === 'rule' ? 'rule' : 'step of tone'}`,
  ground: ({ colour }) => `On a ground of ${colour}`,
  tone: ({ as }) => (as === 'greys' ? 'In greys' : 'Light and dark exchanged'),
};

export const trimSentence = (trim: Trim): string => (WORDS[trim.kind] as (one: Trim) => string)(trim);
