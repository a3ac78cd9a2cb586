/** What the programs of a desk hold besides its content. */
export interface ProgramStates {
  table: {
    /** the cell that typing goes to; column 1 is the stage, 2 the discharge */
    selected: { row: number; column: 1 | 2 } | null;
    /** what is being typed; null while nothing is */
    typed: string | null;
  };
  console: {
    /** lines printed after the start-up, the latest last */
    printed: readonly string[];
    /** open menu: its title, then the entry whose own menu is open */
    menu: readonly string[];
  };
  shell: { lines: readonly string[]; typed: string };
  notes: { text: string };
  video: { playing: boolean; frame: number };
}

export const FIRST_STATES: ProgramStates = {
  table: { selected: null, typed: null },
  console: { printed: [], menu: [] },
  shell: { lines: ['Type help for the commands.'], typed: '' },
  notes: { text: 'Field notes\n\nGauge read at the lower bridge.' },
  video: { playing: false, frame: 0 },
};
