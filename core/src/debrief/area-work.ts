/** What is practised in the area, told from what takes an airplane out, home, and round its circuit. */
import type { Proposal, ScoringContext } from '../kits/attempt/attempt.ts';
import { flightShape } from '../kits/shape/flight-shape.ts';
import { LOW_PARTS, type Part } from '../kits/shape/parts.ts';
import { ROUND_FIELD } from '../kits/shape/tables.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import { rowOfMax, rowsBetween } from '../recording/columns/span.ts';
import type { Track } from '../recording/track/track.ts';

const NO_AREA: readonly Part['name'][] = ['parked', 'taxi', ...LOW_PARTS];

/**
 * Proposals without those that lie mostly in a takeoff, a circuit, an approach or on the ground. What is flown near the
 * stall, and a steep turn, stays one from a safe height up; lower it is a finding of the flight.
 */
export function areaWork(track: Track, context: ScoringContext, proposals: readonly Proposal[]): Proposal[] {
  const { parts, fields } = flightShape(track, context);
  const away = parts.filter(({ name }) => NO_AREA.includes(name));
  const levelFt = Math.min(...fields.map(({ altitudeFt }) => altitudeFt));
  const isHigh = ({ startS, endS, segment }: Proposal): boolean => {
    const rows = rowsBetween(track.timeS, startS, endS, segment);
    const lowest = rowOfMax(rows, (i) => -track.altitudeFt.values[i]);
    return lowest >= 0 && track.altitudeFt.values[lowest] - levelFt > ROUND_FIELD.attemptsFromFt;
  };
  const liesIn = (proposal: Proposal, those: readonly Part[]): boolean =>
    those.reduce((sum, part) => sum + sharedS(part, proposal), 0) > (proposal.endS - proposal.startS) / 2;
  // What is flown low away from a field is low whatever the field’s own height.
  const low = parts.filter(({ name }) => name === 'low-work');
  return proposals.filter(
    (proposal) =>
      !liesIn(proposal, away) ||
      (requireRoom(proposal.maneuver).clearedFor === true && isHigh(proposal) && !liesIn(proposal, low)),
  );
}

const sharedS = (part: Part, proposal: Proposal): number =>
  Math.max(0, Math.min(part.endS, proposal.endS) - Math.max(part.startS, proposal.startS));
