/**
 * A verdict from the columns alone, as an examiner reaches it with a ruler: the rows of the Private ACS where it has the
 * maneuver, the school's own elsewhere (all from memory), and what is common practice. Written before the rules that it is held
 * against, and shares nothing with them.
 */
import type { Briefed, Page } from './page.ts';
import { type Columns, smooth, unwrapped } from './series.ts';
import { readSlowFlight } from './slow-flight.ts';
import { readStall } from './stalls.ts';
import { readStraight } from './straight.ts';
import { readTurn } from './turns.ts';

export type Verdict = 'satisfactory' | 'unsatisfactory';
export interface Read {
  verdict: Verdict;
  /** What failed it; empty where nothing did. */
  why: string;
}

const SECONDS = 1;

export function readVerdict(raw: Columns, brief: Briefed): Read {
  const one = (name: string) => smooth(raw, name, SECONDS);
  const headings = raw.of.hdg_deg ? unwrapped(raw.of.hdg_deg) : [];
  const columns: Columns = { timeS: raw.timeS, of: { ...raw.of, heading: headings } };
  const page: Page = {
    columns,
    brief,
    alt: one('alt_ft'),
    ias: one('ias_kt'),
    bank: one('bank_deg'),
    heading: smooth(columns, 'heading', SECONDS),
    pitch: one('pitch_deg'),
    sink: one('vs_fpm').map((fpm) => -fpm),
    power: raw.of.power_pct ? one('power_pct') : one('throttle').map((share) => 100 * share),
  };
  const why = flapLimit(page) ?? ROOMS[brief.maneuver](page);
  return why === undefined ? { verdict: 'satisfactory', why: '' } : { verdict: 'unsatisfactory', why };
}

type Room = (page: Page) => string | undefined;
const ROOMS: Readonly<Record<string, Room>> = {
  'slow-flight': readSlowFlight,
  'power-off-stall': readStall,
  'power-on-stall': readStall,
  ...Object.fromEntries(
    [
      'steep-turn',
      'level-turn',
      'standard-rate-turn',
      'climbing-turn',
      'descending-turn',
      'gliding-turn',
      'slipping-descent-turn',
    ].map((id) => [id, readTurn]),
  ),
  ...Object.fromEntries(
    [
      'straight-and-level',
      'configuration-change',
      'climb',
      'descent',
      'best-glide',
      'coordination-rolls',
    ].map((id) => [id, readStraight]),
  ),
};

const FLAP_LIMIT_KT = 3;
const FLAP_LIMIT_S = 2;

/** More than 3 kt above the limit of the flaps that are out, for two seconds. */
function flapLimit({ columns, brief, ias }: Page): string | undefined {
  const flaps = columns.of.flaps_deg;
  if (!flaps) return undefined;
  let since = Number.NaN;
  for (let i = 0; i < ias.length; i++) {
    const stage = brief.flaps.find(({ deg }) => flaps[i] > 1 && flaps[i] <= deg + 0.5);
    const over = stage !== undefined && ias[i] > stage.vfeKias + FLAP_LIMIT_KT;
    if (!over) since = Number.NaN;
    else if (Number.isNaN(since)) since = columns.timeS[i];
    if (columns.timeS[i] - since >= FLAP_LIMIT_S)
      return `flaps out above their limit at ${since.toFixed(0)} s`;
  }
  return undefined;
}
