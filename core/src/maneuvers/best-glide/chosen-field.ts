/**
 * The field that was chosen in the brief, seen from where the glide ended: how far it still was for the height left, beside
 * what this very glide covered toward it, wind and all. Shown, never judged: a practice glide is broken off above the floor,
 * and what the airplane would have done with flaps and slip is not on record.
 */
import { briefFor } from '../../card/targets.ts';
import type { None } from '../../coded.ts';
import type { Case } from '../../kits/attempt/case.ts';
import { evidenceOf } from '../../kits/attempt/requirement.ts';
import type { Evidence } from '../../scoring/requirement.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { FT_PER_NM } from '../../units/convert.ts';
import { bearingDeg, nauticalMilesBetween, type Place } from '../../units/distance.ts';
import { FIELD_SIGNS } from './tables.ts';

interface Reach {
  distanceNm: number;
  aboveFt: number;
  neededRatio: number;
}
export interface ChosenFieldEvidence {
  'no-field-chosen': None;
  'no-positions': None;
  'not-toward-field': { distanceNm: number; aboveFt: number };
  'over-field': { distanceNm: number; aboveFt: number };
  'below-field': None;
  'field-in-reach': Reach & { flownRatio: number };
  'field-out-of-reach': Reach & { flownRatio: number };
  'field-too-close-to-call': Reach & { flownRatio: number };
}
const { met, failed, unseen, notApplicable } = evidenceOf<ChosenFieldEvidence>();

export function chosenField(c: Case): Evidence {
  const { track, attempt, context, rows } = c;
  const field = briefFor(context.briefs, attempt.maneuver, attempt.variant)?.glideTo;
  if (!field) return notApplicable(undefined, 'no-field-chosen');
  const [lat, lon] = [track.other('lat_deg'), track.other('lon_deg')];
  const at = (row: number): Place => ({
    latDeg: lat?.values[row] ?? Number.NaN,
    lonDeg: lon?.values[row] ?? Number.NaN,
  });
  const last = rows.to - 1;
  const distanceNm = nauticalMilesBetween(at(last), field);
  const heightFt = (row: number) => track.altitudeFt.values[row] - field.elevationFt;
  const aboveFt = heightFt(last);
  if (Number.isNaN(distanceNm + aboveFt)) return unseen(undefined, 'no-positions');
  const endS = track.timeS[last];
  if (aboveFt <= 0) return failed(endS, 'below-field');
  const neededRatio = (distanceNm * FT_PER_NM) / aboveFt;
  if (neededRatio < FIELD_SIGNS.overRatio) return met(endS, 'over-field', { distanceNm, aboveFt });

  // The last of the glide that went toward it: what that covered for its height has the day's wind in it.
  const step = Math.max(1, Math.round(FIELD_SIGNS.lookS / track.stepS));
  const toward = (row: number) =>
    Math.abs(shortestTurnDeg(bearingDeg(at(row - step), at(row)), bearingDeg(at(row), field))) <
    FIELD_SIGNS.towardDeg;
  let first = last;
  while (first - step >= rows.from && toward(first)) first -= step;
  const lostFt = heightFt(first) - aboveFt;
  if (!(lostFt >= FIELD_SIGNS.leastLostFt)) return unseen(endS, 'not-toward-field', { distanceNm, aboveFt });
  const closedNm = nauticalMilesBetween(at(first), field) - distanceNm;
  const flownRatio = (closedNm * FT_PER_NM) / lostFt;
  const told = { distanceNm, aboveFt, neededRatio, flownRatio };
  if (neededRatio < flownRatio * (1 - FIELD_SIGNS.doubt)) return met(endS, 'field-in-reach', told);
  if (neededRatio > flownRatio * (1 + FIELD_SIGNS.doubt)) return failed(endS, 'field-out-of-reach', told);
  return unseen(endS, 'field-too-close-to-call', told);
}
