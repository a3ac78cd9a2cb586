import type { AssignmentLedger, Ledger } from '@nachweis/contract';
import Papa from 'papaparse';
import { expect, it } from 'vitest';
import { oneRosterResults, plainTable, pointsTable } from './ledgerTables.ts';

const cell = {
  state: 'released',
  reason: '',
  handInId: 'h',
  handedInAt: '2026-11-05T10:00:00Z',
  late: true,
  lateMs: 3 * 3_600_000,
  units: 275,
  mostUnits: 400,
} as const;
const ledger: Ledger = {
  courseId: 'c',
  courseTitle: 'Field Data',
  timeZone: 'Europe/Berlin',
  fields: ['station'],
  assignments: [
    { id: 'a1', title: 'Gap', dueAt: '', mostUnits: 400, roundTo: 1, mustShows: [] },
    { id: 'a2', title: 'Gap', dueAt: '', mostUnits: 400, roundTo: 1, mustShows: [] },
  ],
  rows: [
    {
      student: {
        id: 's1',
        name: '',
        listed: '=HYPERLINK("x"), Kim',
        email: 'k@s.example',
        fields: { station: 'NE-1' },
      },
      cells: [cell, { ...cell, state: 'marked', units: 300 }],
      totalUnits: 275,
    },
    {
      student: { id: 's2', name: '', listed: 'Okafor, "K"; Kim', email: 'o@s.example', fields: {} },
      cells: [
        { ...cell, state: 'none', units: null, handInId: null, handedInAt: null, late: false, lateMs: 0 },
        { ...cell, units: 0 },
      ],
      totalUnits: 0,
    },
  ],
};

it('gives released points only, keeps two assignments of one title apart, and runs no name as a formula', () => {
  const { data } = Papa.parse<Record<string, string>>(plainTable(ledger), { header: true });
  expect(data).toEqual([
    {
      Name: `'=HYPERLINK("x"), Kim`,
      'E-mail': 'k@s.example',
      station: 'NE-1',
      'Gap (4)': '2.75',
      'Gap (4) 2': '',
      Total: '2.75',
    },
    {
      Name: 'Okafor, "K"; Kim',
      'E-mail': 'o@s.example',
      station: '',
      'Gap (4)': '',
      'Gap (4) 2': '0',
      Total: '0',
    },
  ]);
});

it('has the columns of OneRoster 1.2, results.csv (from memory of the specification)', () => {
  const { data, meta } = Papa.parse<Record<string, string>>(
    oneRosterResults(ledger, '2026-11-26T12:00:00.000Z'),
    {
      header: true,
    },
  );
  expect(meta.fields).toEqual([
    'sourcedId',
    'status',
    'dateLastModified',
    'lineItemSourcedId',
    'studentSourcedId',
    'scoreStatus',
    'score',
    'scoreDate',
    'comment',
  ]);
  expect(data.map((row) => [row.scoreStatus, row.score])).toEqual([
    ['fully graded', '2.75'],
    ['submitted', ''],
    ['not submitted', ''],
    ['fully graded', '0'],
  ]);
});

it('says of each student what makes the points of one assignment, and nothing where nothing does', () => {
  const row = {
    student: ledger.rows[0]?.student,
    points: [200, null],
    criteria: 50,
    state: 'marked',
    late: true,
    lateMs: 60_000,
  };
  const book = {
    proofPoints: [
      { code: 'P1', title: 'Curve', mostUnits: 200 },
      { code: 'P2', title: 'Gap', mostUnits: 100 },
    ],
    rows: [
      { ...row, lateCost: 25, adjustment: -50, rounding: 25, units: 200 },
      { ...row, points: [0, 100], lateCost: 0, adjustment: 0, rounding: 0, units: 150 },
    ],
  } as unknown as AssignmentLedger;
  const { data } = Papa.parse<Record<string, string>>(pointsTable(book), { header: true });
  const both = { Name: `'=HYPERLINK("x"), Kim`, Criteria: '0.5', Stands: 'not released, late by 1 min' };
  expect(data).toEqual([
    {
      ...{ ...both, 'P1 Curve (2)': '2', 'P2 Gap (1)': '', 'For lateness': '-0.25' },
      ...{ 'By hand': '-0.5', 'By rounding': '0.25', Points: '2' },
    },
    {
      ...{ ...both, 'P1 Curve (2)': '0', 'P2 Gap (1)': '1', 'For lateness': '' },
      ...{ 'By hand': '', 'By rounding': '', Points: '1.5' },
    },
  ]);
});

it('says in OneRoster’s words how each stands, of which line item, and why', () => {
  const [first] = ledger.rows;
  const cells = [
    { ...cell, state: 'exempt' as const, reason: 'was ill', units: null, late: false },
    { ...cell, late: false },
  ];
  const { data } = Papa.parse<Record<string, string>>(
    oneRosterResults(
      { ...ledger, rows: first ? [{ ...first, cells }, first] : [] },
      '2026-11-26T12:00:00.000Z',
    ),
    { header: true },
  );
  expect(data.map((line) => [line.lineItemSourcedId, line.scoreStatus, line.score, line.comment])).toEqual([
    ['a1', 'exempt', '', 'was ill'],
    ['a2', 'fully graded', '2.75', ''],
    ['a1', 'fully graded', '2.75', 'late by 3 h'],
    ['a2', 'submitted', '', 'late by 3 h'],
  ]);
});
