/** Numbers that every maneuver shares. */
import { figures, thresholds } from '../../units/figures.ts';

/** What came before an attempt, and how it settled: when that is a finding. */
export const GENERAL_LIMITS = thresholds('general', {
  entryS: [10, 's', 'time before the start that has to be steady'],
  entryVerticalSpeedFpm: [200, 'ft/min', 'vertical speed in those seconds, root mean square'],
  entryAirspeedKt: [3, 'kt', 'airspeed either way in those seconds'],
  entryHeadingDeg: [5, 'deg', 'heading either way in those seconds'],
  clearingHeadingDeg: [80, 'deg', 'change of heading that counts as a look around'],
  clearingWithinS: [180, 's', 'time before the start in which the area is cleared'],
  settleS: [15, 's', 'time after the end in which it should be steady again'],
  flapNoteKt: [1, 'kt', 'speed beyond a flap limit that is worth a word'],
  flapOverKt: [3, 'kt', 'speed beyond it that breaks it'],
  flapOverS: [2, 's', 'time for which it is beyond'],
  flapTellKt: [5, 'kt', 'speed beyond it from which whoever looks after the airplane is told'],
  spiralBankDeg: [45, 'deg', 'bank of a spiral'],
  spiralDegPerS: [0.5, 'deg/s', 'rate at which that bank grows'],
  spiralS: [3, 's', 'time for which it steepens while the speed rises'],
  stallWarningS: [1, 's', 'time of a stall warning from which it is more than a chirp'],
});

export const FLAP_LIMITS = thresholds('flaps', {
  balloonFt: [50, 'ft', 'rise as flaps go out'],
  sinkFt: [50, 'ft', 'sink as flaps come in'],
  withinS: [15, 's', 'time after a move of the flaps in which the altitude is looked at'],
});

/** Where slow begins and the ground is, in a flight of which little is known; and what is asked of any part of one. */
export const SCENE = figures('scene', {
  warningShare: [0.58, '', 'share of the usual level speed at which an unknown airplane is taken to warn'],
  stallBelowWarningKt: [6, 'kt', 'distance of an unknown airplane’s stall below its warning'],
  flapsUpDeg: [3, 'deg', 'flap angle up to which they count as up'],
  patternFt: [1000, 'ft', 'height above the ground below which nothing is looked for'],
  floorGraceFt: [5, 'ft', 'distance below the floor that is finer than an altimeter can be read'],
  onGroundKt: [30, 'kt', 'speed below which an airplane stands or rolls'],
  stoodS: [15, 's', 'time that it stands before its altitude is taken for the ground'],
  powerRangePct: [
    10,
    '%',
    'range of revolutions or manifold pressure in a flight below which they tell no power: a governor holds them',
  ],
  entryS: [3, 's', 'time before the start of which its altitude, speed and heading are the means'],
  rateOverS: [
    5,
    's',
    'time of which a rate of turn is the mean: what a heading is read to then counts no more',
  ],
  heldShare: [0.8, '', 'share of the median bank from which a turn is held'],
  roughRateOverS: [10, 's', 'the same in rough air'],
  redLineErrors: [
    2,
    '',
    'standard errors by which an airspeed that was worked out has to be past the never-exceed speed',
  ],
  nearCruiseKt: [10, 'kt', 'distance below the fastest moment that still belongs to the speed it came from'],
});

/** Steady again after an attempt. */
export const SETTLING = figures('settling', {
  settleS: [15, 's', 'longest time that settling is followed'],
  stableS: [4, 's', 'time within all of the limits that makes it steady'],
  altitudeFt: [100, 'ft', 'distance from the altitude'],
  airspeedKt: [10, 'kt', 'distance from the speed'],
  verticalSpeedFpm: [200, 'ft/min', 'vertical speed either way'],
  bankDeg: [5, 'deg', 'bank either way'],
  roughMeanS: [6, 's', 'time over which the means are taken in rough air'],
  roughShare: [0.3, '', 'share of what gusts widen a steadiness by that is left of those means'],
});
