/** What stands in the club’s record, by days from today. */

export const LIMITS = {
  windKt: 12,
  crosswindKt: 6,
  gustSpreadKt: 6,
  ceilingFt: 3000,
  visibilitySm: 6,
  runways: ['24', '06'],
  fuelGal: 18,
  from: '09:00',
  until: '17:30',
};

/** Skills that no recording shows: how many days ago, and the grade. */
export const BY_HAND: Record<
  string,
  Record<string, readonly (readonly [daysAgo: number, grade: number])[]>
> = {
  joss: {
    preflight: [
      [98, 3],
      [83, 3],
      [54, 4],
      [12, 4],
    ],
    'taxi-and-runup': [
      [98, 3],
      [76, 3],
      [40, 4],
    ],
    radio: [
      [90, 2],
      [54, 3],
      [26, 3],
      [12, 3],
    ],
    takeoff: [
      [61, 2],
      [40, 3],
      [19, 3],
      [12, 4],
      [5, 4],
    ],
    pattern: [
      [54, 2],
      [33, 3],
      [19, 3],
      [12, 3],
      [5, 4],
    ],
    landing: [
      [47, 2],
      [33, 2],
      [26, 3],
      [19, 3],
      [12, 3],
      [5, 3],
    ],
    'go-around': [
      [33, 3],
      [19, 3],
      [12, 3],
      [5, 4],
    ],
    crosswind: [
      [26, 2],
      [12, 3],
      [5, 3],
    ],
    slip: [
      [26, 2],
      [12, 3],
      [5, 3],
    ],
    'engine-failure-approach': [
      [26, 3],
      [12, 3],
      [5, 3],
    ],
    'ground-reference': [
      [61, 3],
      [47, 3],
      [33, 4],
    ],
    emergencies: [
      [40, 3],
      [26, 3],
      [12, 3],
    ],
    'wake-and-shear': [
      [40, 3],
      [26, 3],
      [12, 3],
    ],
  },
  nell: {
    preflight: [
      [58, 3],
      [44, 3],
      [30, 4],
    ],
    landing: [
      [30, 2],
      [19, 3],
    ],
    takeoff: [
      [30, 3],
      [19, 3],
    ],
  },
  amara: {
    preflight: [
      [92, 3],
      [70, 3],
      [48, 3],
    ],
    landing: [
      [48, 2],
      [37, 3],
    ],
  },
  tomas: {
    preflight: [
      [72, 3],
      [44, 3],
      [29, 4],
    ],
    'taxi-and-runup': [
      [72, 3],
      [44, 3],
      [29, 3],
    ],
  },
  wren: { preflight: [[9, 2]] },
};

/** Papers and words: how many days ago, and how many days from today they end. */
export const GATES: Record<string, Record<string, readonly [daysAgo: number, endsIn?: number]>> = {
  joss: {
    english: [110],
    certificate: [104],
    medical: [120, 19],
    citizenship: [110],
    'knowledge-test': [20],
    preparation: [12],
    taxi: [40],
    'level-and-turns': [19],
    climbs: [19],
    'ground-reference': [33],
    'go-around': [5],
  },
  nell: { english: [60], certificate: [58], medical: [60, 300], citizenship: [58] },
  amara: { english: [105], certificate: [100], medical: [110, -6] },
  tomas: { english: [85], certificate: [80], medical: [88, 420] },
  edda: { english: [60] },
};
export const WORDS: Record<string, string> = {
  preparation: 'Plans, checks and explains the systems without being asked.',
  'level-and-turns': 'Level and in turns as I want it; the last two lessons without a word from me.',
};

/** This week and next: days from today, hours of the club’s clock, who and in what. */
export const WEEK: readonly (readonly [
  day: number,
  from: string,
  until: string,
  student: string | null,
  airplane: string,
  /** The lesson that it is for, by its key. */
  lesson?: string,
])[] = [
  [-3, '09:30', '11:15', 'tomas', 'cairn-4'],
  [-2, '13:00', '14:45', 'edda', 'gimmer-2'],
  [-1, '11:15', '12:45', 'wren', 'sedge-2'],
  [0, '09:30', '11:15', 'joss', 'cairn-4'],
  [0, '11:30', '13:00', 'wren', 'sedge-2'],
  [0, '13:30', '15:15', 'amara', 'gimmer-2'],
  [1, '09:30', '11:15', 'tomas', 'gimmer-2'],
  [1, '11:30', '13:15', 'nell', 'cairn-4', 'nell-6'],
  [2, '09:00', '16:00', null, 'sedge-2'],
  [3, '09:30', '11:15', 'joss', 'cairn-4'],
  [4, '13:00', '14:45', 'edda', 'gimmer-2'],
  [5, '09:30', '11:15', 'nell', 'cairn-4'],
  [6, '10:00', '11:30', 'wren', 'sedge-2', 'wren-2'],
  [7, '09:30', '11:15', 'joss', 'cairn-4'],
  [8, '13:00', '14:45', 'tomas', 'gimmer-2'],
  [9, '10:00', '11:45', 'nell', 'cairn-4'],
];
