/** Which lane each kind of task takes: short ones do not wait behind long ones. */
export type Lane = 'quick' | 'long';

export const LANE_OF = {
  /** Works a recording out and stores its score. */
  score: 'long',
  /** Counts the attempts of a score anew. */
  count: 'long',
  records: 'long',
  /** What a student’s skills come to is forecast after each flight, and kept. */
  forecast: 'long',
  /** What a changed standard would change. */
  preview: 'long',
  /** Reads a file again, by other columns. */
  reread: 'quick',
  kneeboard: 'quick',
  'debrief-pdf': 'quick',
  /** Logbook, training record, endorsement, release check. */
  'record-paper': 'quick',
  demonstration: 'quick',
  /** Everything a school sees of itself, on paper. */
  meeting: 'quick',
  export: 'quick',
} as const satisfies Record<string, Lane>;

export type TaskKind = keyof typeof LANE_OF;

export const kindsIn = (lane: Lane): TaskKind[] =>
  (Object.keys(LANE_OF) as TaskKind[]).filter((kind) => LANE_OF[kind] === lane);
