import type { Done, Source, Surface } from '@nachweis/contract';
import { type Framing, HOUSE_INKS, type Mark } from '@nachweis/core';
import {
  createDesk,
  type Desk,
  type DeskContent,
  deskContent,
  moveWindow,
  PROGRAMS,
  type ProgramId,
  raise,
  type Take,
} from '@nachweis/desk';
import { seededIds } from './course.ts';
import { blackPicture, type DeskPicture, takeDeskPicture } from './deskPictures.ts';
import { takePlate } from './platePicture.ts';

/** One picture of the demo before it goes through the server. */
export interface DemoPicture {
  png: Buffer;
  source: Source;
  surface: Surface;
  /** what the practice desk calls it */
  label: string;
  done: Done[];
  framing: Framing;
  marks: Mark[];
}

/** The mistakes that happen, each made by one student in one place. */
export type Mistake =
  | 'half-window'
  | 'all-displays'
  | 'no-axis-labels'
  | 'black'
  | 'covered'
  | 'password-in-view'
  | 'failed-test'
  | 'wrong-station'
  | 'pin-beside';

/** Which letter is pinned to which place of which program. */
type PinPlan = Array<[letter: string, program: ProgramId, anchor: string]>;

/** No student has it. */
const REFERENCE_SEED = 977;

const PROBE_PINS: PinPlan[] = [
  [
    ['a', 'probe-console', 'station'],
    ['b', 'probe-console', 'firmware'],
    ['c', 'probe-console', 'selfTest'],
  ],
  [
    ['a', 'stage-table', 'station'],
    ['b', 'stage-table', 'firstRow'],
  ],
];
const RATING_PINS: PinPlan[] = [
  [
    ['a', 'stage-table', 'station'],
    ['b', 'stage-table', 'rows'],
  ],
  [
    ['a', 'curve-fitter', 'axis'],
    ['b', 'curve-fitter', 'exponent'],
    ['c', 'curve-fitter', 'fitQuality'],
  ],
  [['a', 'curve-fitter', 'station']],
];

/** The pictures one student hands in for Probe start-up. */
export function probePictures(seed: number, mistake: Mistake | null): DemoPicture[] {
  const desk = createDesk(contentOf(seed, mistake));
  return [
    picture(
      raise(desk, 'probe-console'),
      'probe-console',
      PROBE_PINS[0] ?? [],
      mistake === 'half-window' ? mistake : null,
    ),
    picture(raise(desk, 'stage-table'), 'stage-table', PROBE_PINS[1] ?? [], null),
  ];
}

/** The pictures one student hands in for Rating curve. */
export function ratingPictures(seed: number, mistake: Mistake | null): DemoPicture[] {
  const desk = createDesk(contentOf(seed, mistake), '15:40');
  const beside = takeDeskPicture(desk, { kind: 'display', index: 0 });
  return [
    mistake === 'black'
      ? {
          ...TAKEN,
          png: blackPicture(470, 510),
          surface: 'window',
          label: PROGRAMS['stage-table'].title,
          marks: pins(plain(desk, 'stage-table'), RATING_PINS[0] ?? [], 0),
        }
      : picture(
          raise(desk, 'stage-table'),
          'stage-table',
          RATING_PINS[0] ?? [],
          mistake === 'covered' ? mistake : null,
        ),
    mistake
      ? picture(desk, 'curve-fitter', RATING_PINS[1] ?? [], mistake)
      : annotated(
          picture(desk, 'curve-fitter', RATING_PINS[1] ?? [], null),
          plain(desk, 'curve-fitter'),
          seed,
        ),
    !mistake && seed % 5 === 2
      ? onOnePlate(desk)
      : {
          ...TAKEN,
          png: beside.png,
          surface: 'display',
          label: desk.displays[0]?.name ?? '',
          marks: seed % 3 === 0 ? [] : pins(beside, RATING_PINS[2] ?? [], 0),
        },
  ];
}

/** How two of them should look, of a station that is nobody's; `point` from 0. */
export function ratingReferences() {
  const desk = createDesk(contentOf(REFERENCE_SEED, null), '11:05');
  const table = plain(raise(desk, 'stage-table'), 'stage-table');
  const fitter = plain(desk, 'curve-fitter');
  return [
    {
      point: 0,
      png: table.png,
      label: PROGRAMS['stage-table'].title,
      caption: 'All twelve gaugings and the station in view, nothing over them',
      shown: true,
    },
    {
      point: 1,
      png: fitter.png,
      label: PROGRAMS['curve-fitter'].title,
      caption: 'Both axes named, the exponent legible',
      shown: false,
    },
  ];
}

/** What holds for most pictures of the desk. */
const TAKEN = {
  source: 'practice-desk',
  done: [] as Done[],
  framing: { kind: 'whole' },
} as const satisfies Partial<DemoPicture>;

/** Two windows that were taken one after the other, on one sheet. */
function onOnePlate(desk: Desk): DemoPicture {
  const both = [plain(desk, 'stage-table'), plain(desk, 'curve-fitter')];
  const [, fitter] = both;
  const plate = takePlate(both, ['The gaugings of my station', 'The curve through them'], {
    heading: 'One station, two programs',
    particulars: '',
  });
  const at = fitter?.place('curve-fitter', 'station') ?? { x: 0, y: 0 };
  return {
    ...TAKEN,
    png: plate.png,
    source: 'plate',
    surface: 'unknown',
    label: '',
    done: [{ code: 'composed', data: { count: both.length, from: 'practice desk' } }],
    marks: [{ kind: 'pin', letter: 'a', ...plate.place(1, at) }],
  };
}

function contentOf(seed: number, mistake: Mistake | null): DeskContent {
  const content = deskContent(mistake === 'wrong-station' ? seed + 1000 : seed);
  return {
    ...content,
    axesLabelled: mistake !== 'no-axis-labels',
    probe: {
      ...content.probe,
      passed: mistake !== 'failed-test',
      password: mistake === 'password-in-view' ? 'heron-2240' : null,
    },
  };
}

const plain = (desk: Desk, program: ProgramId) =>
  takeDeskPicture(raise(desk, program), { kind: 'window', program });

function picture(desk: Desk, program: ProgramId, plan: PinPlan, mistake: Mistake | null): DemoPicture {
  const covered =
    mistake === 'covered'
      ? raise(moveWindow(desk, 'curve-fitter', { x: 330, y: 300 }), 'curve-fitter')
      : desk;
  const take: Take = mistake === 'all-displays' ? { kind: 'all-displays' } : { kind: 'window', program };
  const taken = takeDeskPicture(covered, take);
  const { width, height } = taken.area;
  return {
    ...TAKEN,
    png: taken.png,
    surface: take.kind,
    label: take.kind === 'window' ? PROGRAMS[program].title : 'All displays',
    framing:
      mistake === 'half-window'
        ? { kind: 'region', box: { x: 0, y: 0, width: Math.round(width * 0.86), height } }
        : { kind: 'whole' },
    marks: pins(taken, plan, mistake === 'pin-beside' ? 60 : 0),
  };
}

function pins(taken: DeskPicture, plan: PinPlan, beside: number): Mark[] {
  return plan.map(([letter, program, anchor]) => {
    const { x, y } = taken.place(program, anchor);
    return { kind: 'pin', letter, x, y: Math.min(y + beside, taken.area.height - 1) };
  });
}

/** As some students do: a ring around what counts and a word beside it, steps in order, or the own station code hidden. */
function annotated(made: DemoPicture, taken: DeskPicture, seed: number): DemoPicture {
  const id = (n: number) => seededIds(seed + n)();
  const ink = HOUSE_INKS[0];
  const exponent = taken.place('curve-fitter', 'exponent');
  const quality = taken.place('curve-fitter', 'fitQuality');
  const around = ({ x, y }: { x: number; y: number }) => ({ x: x - 108, y: y - 20, width: 122, height: 38 });
  const marks: Mark[][] = [
    [],
    [
      { kind: 'ring', id: id(1), ink, shape: 'ellipse', box: around(exponent) },
      { kind: 'text', id: id(2), ink, x: exponent.x - 80, y: exponent.y - 92, text: 'near 5/3' },
      {
        kind: 'arrow',
        id: id(3),
        ink,
        from: { x: exponent.x - 48, y: exponent.y - 62 },
        to: { x: exponent.x - 48, y: exponent.y - 23 },
      },
    ],
    [
      {
        kind: 'number',
        id: id(4),
        ink,
        number: 1,
        x: exponent.x - 96,
        y: exponent.y - 34,
        says: 'the exponent',
      },
      {
        kind: 'number',
        id: id(5),
        ink,
        number: 2,
        x: quality.x - 110,
        y: quality.y - 34,
        says: 'how well it fits',
      },
    ],
  ];
  return { ...made, marks: [...(marks[seed % marks.length] ?? []), ...made.marks] };
}
