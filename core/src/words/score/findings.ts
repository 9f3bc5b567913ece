/** The words of a finding, of a requirement and of its evidence, by the maneuver that they belong to. */
import { AS_WRITTEN, type Coded } from '../../coded.ts';
import type { RequirementScore } from '../../scoring/requirement.ts';
import type { Finding } from '../../scoring/schema.ts';
import { type FigureWords, figuresIn, type Units } from '../figures.ts';
import { openedAt, type Said, say } from '../say.ts';
import {
  FLAP_WORDS,
  FLIGHT_WORDS,
  GENERAL_EVIDENCE,
  GENERAL_REQUIREMENT_WORDS,
  GENERAL_WORDS,
  LIMIT_WORDS,
} from './general.ts';
import { SLOW_EVIDENCE, SLOW_REQUIREMENT_WORDS, SLOW_WORDS } from './slow-flight.ts';
import { STALL_EVIDENCE, STALL_REQUIREMENT_WORDS, STALL_WORDS } from './stalls.ts';
import {
  CLIMB_WORDS,
  GLIDE_EVIDENCE,
  GLIDE_REQUIREMENT_WORDS,
  GLIDE_WORDS,
  LEG_WORDS,
  LEVEL_WORDS,
  TRIM_WORDS,
} from './straight.ts';
import {
  RATE_WORDS,
  ROLL_WORDS,
  SLIP_WORDS,
  STEEP_EVIDENCE,
  STEEP_REQUIREMENT_WORDS,
  STEEP_WORDS,
  TURN_WORDS,
} from './turns.ts';
import type { FindingSaid, RequirementSaid } from './worded.ts';

// What is looked up by a text has lost the type of its parameters: each list above has held them to its own.
type AnyFinding = Readonly<Record<string, (p: never, f: FigureWords) => FindingSaid>>;
type AnyEvidence = Readonly<Record<string, (p: never, f: FigureWords) => Said>>;

const ANY: AnyFinding = { ...GENERAL_WORDS, ...LIMIT_WORDS, ...FLAP_WORDS };

const FINDINGS: Readonly<Record<string, AnyFinding>> = {
  'steep-turn': STEEP_WORDS,
  'level-turn': TURN_WORDS,
  'climbing-turn': TURN_WORDS,
  'descending-turn': TURN_WORDS,
  'gliding-turn': TURN_WORDS,
  'standard-rate-turn': { ...TURN_WORDS, ...RATE_WORDS },
  'slipping-descent-turn': { ...TURN_WORDS, ...SLIP_WORDS },
  'coordination-rolls': ROLL_WORDS,
  'straight-and-level': { ...LEG_WORDS, ...LEVEL_WORDS },
  climb: { ...LEG_WORDS, ...CLIMB_WORDS },
  descent: LEG_WORDS,
  'best-glide': GLIDE_WORDS,
  'trim-demonstration': TRIM_WORDS,
  'slow-flight': SLOW_WORDS,
  'power-off-stall': STALL_WORDS,
  'power-on-stall': STALL_WORDS,
  'stall-series': STALL_WORDS,
  flight: FLIGHT_WORDS,
};

const EVIDENCE: Readonly<Record<string, AnyEvidence>> = {
  'steep-turn': STEEP_EVIDENCE,
  'best-glide': GLIDE_EVIDENCE,
  'slow-flight': SLOW_EVIDENCE,
  'power-off-stall': STALL_EVIDENCE,
  'power-on-stall': STALL_EVIDENCE,
};

const REQUIREMENTS: Readonly<Record<string, Readonly<Record<string, RequirementSaid>>>> = {
  'steep-turn': STEEP_REQUIREMENT_WORDS,
  'best-glide': GLIDE_REQUIREMENT_WORDS,
  'slow-flight': SLOW_REQUIREMENT_WORDS,
  'power-off-stall': STALL_REQUIREMENT_WORDS,
  'power-on-stall': STALL_REQUIREMENT_WORDS,
};

const NO_WORDS = say`Found by another version of the program, which has words for it.`;

/** What is known of a finding wherever it is kept: its id, size and parameters; its own text from version 1. */
type FindingKnown = Pick<Finding, 'id' | 'size' | 'params' | 'silent' | 'asWritten'> & {
  startS?: number;
};

/** Its figures open the moment at which it begins. */
export function findingSaid(finding: FindingKnown, units: Units): FindingSaid {
  const { id, size, params, silent, asWritten, startS } = finding;
  if (asWritten)
    return {
      what: say`${asWritten.what}`,
      why: say`${asWritten.why}`,
      tryNext: say`${asWritten.tryNext}`,
    };
  const [maneuver, name] = id.split('/');
  const words = FINDINGS[maneuver]?.[name] ?? ANY[name];
  if (!words) return { what: NO_WORDS, why: [], tryNext: [] };
  const { what, why, tryNext } = words({ size, ...params } as never, figuresIn(units));
  return { what: openedAt(what, startS), why: openedAt(why, startS), tryNext: silent ? [] : tryNext };
}

const requirementWords = (id: string): RequirementSaid | undefined => {
  const [maneuver, name] = id.split('/');
  const general: Readonly<Record<string, RequirementSaid>> = GENERAL_REQUIREMENT_WORDS;
  return (REQUIREMENTS[maneuver] ?? general)[name];
};

/** What a requirement is called, by `maneuver/requirement`. */
export const requirementName = (id: string, asWritten?: { asks: string }): string =>
  asWritten?.asks ?? requirementWords(id)?.name ?? 'Requirement';

/** What a card says of it before the flight. */
export const requirementBefore = (id: string, units: Units): Said =>
  requirementWords(id)?.before(figuresIn(units)) ?? [];

/** Its evidence, whose figures open the moment of it. */
export function evidenceSaid(
  { id, evidence, seenBy, atS }: Pick<RequirementScore, 'id' | 'evidence' | 'seenBy' | 'atS'>,
  units: Units,
): Said {
  if (evidence.code === AS_WRITTEN) return say`${String(evidence.params?.text)}`;
  if (seenBy) return say`seen by the instructor`;
  const known = withBrief(evidence, evidenceWords(id, evidence, units));
  return openedAt(known, atS);
}

function evidenceWords(id: string, { code, params = {} }: Coded, units: Units): Said {
  const words = EVIDENCE[id.split('/')[0]]?.[code] ?? (GENERAL_EVIDENCE as AnyEvidence)[code];
  return words ? words(params as never, figuresIn(units)) : NO_WORDS;
}

const withBrief = ({ params }: Coded, said: Said): Said =>
  params?.briefedToIndication
    ? say`${said}; briefed to the first indication, though the task asks for a full stall`
    : said;
