/** Numbers by which the day's shape is told: standing, touching, approaching, going round. */
import { figures } from '../../units/figures.ts';

export const WHEELS = figures('shape/wheels', {
  slowKt: [35, 'kt', 'ground speed below which an airplane is on its wheels'],
  slowIasKt: [
    45,
    'kt',
    'airspeed that goes with it: in a strong wind slow flight is as slow over the ground',
  ],
  peggedKt: [30, 'kt', 'airspeed of an airplane on its wheels where no ground speed tells'],
  standsKt: [5, 'kt', 'ground speed of an airplane that stands'],
  flatS: [15, 's', 'time that it is that slow and level before it counts as ground'],
  flatFt: [15, 'ft', 'range of altitude in that time'],
  lowFt: [15, 'ft', 'distance from a field’s level within which the wheels may touch'],
  lowGpsFt: [35, 'ft', 'the same where the altitude is a satellite receiver’s'],
  touchS: [4, 's', 'time at that level that is a touch'],
  touchRmsFt: [3, 'ft', 'scatter of the altitude in that time, root mean square'],
  touchShare: [1.15, '', 'multiple of the stall speed with landing flaps below which it touched'],
  touchGroundShare: [1.3, '', 'the same by the speed over the ground, where no airspeed was recorded'],
  touchGpsRmsFt: [7, 'ft', 'scatter where the altitude is a satellite receiver’s'],
  loadStepS: [0.21, 's', 'longest step of rows that show how the wheels meet the ground'],
  metS: [3, 's', 'time about the beginning of that level in which they do'],
  metG: [1.2, 'g', 'load of a wheel that meets the ground'],
  hitG: [1.6, 'g', 'load at that level that only a runway gives'],
  hitJumpG: [0.45, 'g', 'its rise from one row to the next'],
  jumpG: [0.15, 'g', 'its rise from one row to the next'],
  slowsKt: [8, 'kt', 'loss of speed that shows a touch where the stall speed is not known'],
  airborneS: [15, 's', 'time off the ground that is a flight'],
  airborneFt: [45, 'ft', 'height that it reaches'],
  liftedFt: [4, 'ft', 'height at which the wheels have surely left'],
  stoppedKt: [3, 'kt', 'ground speed of a stop'],
  stoppedS: [3, 's', 'time of a stop'],
  taxiKt: [25, 'kt', 'ground speed below which a landing roll has ended'],
  taxiBackDeg: [150, 'deg', 'turn on the ground that leaves the runway for another try'],
  sameFieldM: [2400, 'm', 'distance within which two stretches of ground are one field'],
});

/** What is looked at near the ground in a flight. */
export const NEAR_GROUND = figures('shape/near-ground', {
  flareFt: [50, 'ft', 'height above a field below which a good flare may sound the warner'],
  touchS: [10, 's', 'time before and after a touch in which it may'],
  liftOffS: [5, 's', 'time about the lift-off in which it may'],
  lowFt: [1000, 'ft', 'height above a field that is low'],
  steepDeg: [60, 'deg', 'bank that is too steep there'],
  skidG: [0.05, 'g', 'lateral force, half a ball, from which a turn there is skidded'],
  skidS: [2, 's', 'time for which it is'],
  skidTurnDeg: [8, 'deg', 'bank of a turn'],
  skidSteepDeg: [30, 'deg', 'bank that is steep with it'],
  skidSlowKt: [5, 'kt', 'distance above the stall warning that is slow with it'],
});

/** The warning outside every maneuver and above the pattern. */
export const UP_HIGH = figures('shape/up-high', {
  soundsS: [3, 's', 'sounding that is more than chirps'],
  withinS: [10, 's', 'time in which it counts together'],
  powerShare: [0.6, '', 'share of the power from which it is a mush at high power'],
});

export const POWER_OFF = figures('shape/power-off', {
  idleShare: [
    0.2,
    '',
    'share of the power below which the engine idles; windmilling turns it a little faster',
  ],
  burstS: [4, 's', 'time for which the engine may be cleared'],
  leastS: [15, 's', 'shortest time without it'],
  fromFt: [500, 'ft', 'height above the touch from which it idles: a flare alone is every landing'],
  lookBackS: [300, 's', 'time before the touch that is looked at'],
});

export const LOW_WORK = figures('shape/low-work', {
  belowFt: [1000, 'ft', 'height above the ground below which it is low'],
  reachesFt: [800, 'ft', 'height that it goes below at its lowest'],
  leastS: [20, 's', 'shortest time'],
  usualFt: [1500, 'ft', 'height at which the rest is flown: lower, the ground stated is not the ground'],
});

export const ROUND_FIELD = figures('shape/circuit', {
  withinM: [2800, 'm', 'distance from a field within which an approach to it ends'],
  circuitM: [5600, 'm', 'distance within which a circuit is flown'],
  circuitFt: [1400, 'ft', 'height above the field below which it is'],
  approachFt: [800, 'ft', 'height from which an approach is one'],
  alignedDeg: [20, 'deg', 'distance from the runway’s direction within which it is aligned'],
  descendingFpm: [-150, 'ft/min', 'vertical speed of an approach'],
  approachS: [6, 's', 'shortest aligned descent'],
  awayFt: [200, 'ft', 'climb that goes around'],
  lowFt: [100, 'ft', 'height of a low approach'],
  lowS: [5, 's', 'time that it is level there'],
  levelRmsFt: [3, 'ft', 'scatter of the altitude in that time, root mean square'],
  downwindDeg: [30, 'deg', 'distance from the reciprocal of the runway within which a leg is downwind'],
  downwindS: [12, 's', 'shortest downwind leg'],
  joinS: [130, 's', 'time before the downwind leg in which the circuit is joined'],
  joinFt: [2300, 'ft', 'height from which it is joined'],
  lookBackS: [420, 's', 'time before an approach in which its downwind leg lies'],
  climbOutFt: [1000, 'ft', 'height at which a climb-out ends'],
  takeoffFt: [50, 'ft', 'height at which a takeoff ends, and a landing begins'],
  stayedFt: [
    1500,
    'ft',
    'height below which an airplane that has just been at the field stays in its circuit',
  ],
  attemptsFromFt: [
    1000,
    'ft',
    'height above the field from which a stall or a steep turn near it is still one',
  ],
});

/** An approach at its marks, and what tells a runway of the rolls on it. */
export const APPROACH = figures('shape/approach', {
  rollsKt: [30, 'kt', 'ground speed of a roll along the runway'],
  sameRunwayDeg: [30, 'deg', 'distance between two rolls, magnetic and true, that are on one runway'],
  leastRows: [5, '', 'rows that show a roll'],
  sameLineFt: [150, 'ft', 'distance of another roll that lies on the same runway'],
  leastRollFt: [300, 'ft', 'length of what rolled that shows where a runway points'],
  lowMarkFt: [100, 'ft', 'height of the second mark'],
  meanS: [2, 's', 'time over which speed and height are taken at a mark'],
  slopeS: [6, 's', 'time over which sink and path are'],
  alignedDeg: [10, 'deg', 'distance from the runway’s direction that is aligned'],
  offCentreFt: [150, 'ft', 'distance from the centre line that is on it, at the gate'],
  longestS: [150, 's', 'longest final that is drawn'],
  points: [80, '', 'points that are kept for drawing'],
  touchWithinS: [2.5, 's', 'time about where the altimeter has it down in which the load shows the touch'],
  hingeS: [3, 's', 'time before and after the touch over which the way down and the roll are laid as lines'],
  sideS: [1, 's', 'time after the touch in which its side load shows'],
  touchFt: [6, 'ft', 'height above the lowest about it up to which a load can be the touch'],
  bounceG: [1.15, 'g', 'load of a wheel that meets the ground'],
  airG: [0.95, 'g', 'load between two of them'],
  bounceS: [5, 's', 'time after the first in which a second is a bounce'],
  overshootFt: [200, 'ft', 'distance beyond the centre line that overshot the turn to final'],
});

export const THRESHOLD = figures('shape/threshold', {
  withinDeg: [25, 'deg', 'direction of a landing from the runway’s number, magnetic and true'],
  besideFt: [250, 'ft', 'distance of a threshold from the line that was rolled along'],
  shortFt: [400, 'ft', 'touch before it that still belongs to it'],
  longFt: [9000, 'ft', 'touch past it that does'],
  meanS: [1, 's', 'time over which the speed over it is taken'],
  roundsFt: [20, 'ft', 'height from which what is flown over the runway is floated'],
  placeFt: [15, 'ft', 'error of a place on the map and of a fix together'],
});

export const LEG = figures('shape/leg', {
  baseDeg: [90, 'deg', 'direction of base from the runway’s'],
  withinDeg: [35, 'deg', 'distance from a leg’s direction that is on it'],
  leastS: [8, 's', 'shortest leg'],
  longestS: [240, 's', 'longest leg'],
  leftFt: [60, 'ft', 'height below that of downwind from which it has been left'],
  ballS: [1.5, 's', 'time for which a ball is out'],
});

export const APPROACH_SIGN = figures('shape/approach-sign', {
  finestS: [0.21, 's', 'longest step of rows that show a flare'],
  sinkS: [2, 's', 'time before the touch over which its sink is taken'],
  lateFpm: [270, 'ft/min', 'sink at the touch of a flare that came late'],
  flownOnKt: [
    8,
    'kt',
    'distance below the speed of the final within which it was flown onto the runway, and sprang back',
  ],
  dropFpm: [150, 'ft/min', 'sink at the touch of what was held off too high'],
  flareS: [12, 's', 'time before the touch in which it is held off'],
  heldS: [1.5, 's', 'time over which it is'],
  heldFpm: [60, 'ft/min', 'sink of an airplane that is held off'],
  highFt: [8, 'ft', 'height from which that is too high'],
  highestFt: [60, 'ft', 'height up to which it is a flare'],
  rollsS: [1, 's', 'time after the touch from which it rolls'],
  acrossDeg: [6, 'deg', 'distance of the nose from the track at the touch that is across it'],
  flapsS: [30, 's', 'time after a go-around in which the flaps come in'],
  fullDeg: [15, 'deg', 'flaps that have stages to come in by'],
  restS: [1, 's', 'shortest stop between two stages'],
});

export const TAKEOFF = figures('shape/takeoff', {
  longestS: [120, 's', 'time after lift-off that is looked at'],
  fromFt: [100, 'ft', 'height from which the climb speed is taken'],
  toFt: [500, 'ft', 'height to which it is'],
  driftBelowFt: [300, 'ft', 'height below which drift from the centre line counts'],
  flapsOutDeg: [3, 'deg', 'flaps that are out'],
});

export const RUN_UP = figures('shape/run-up', {
  leastShare: [0.5, '', 'share of the most revolutions from which an engine is run up'],
  standsKt: [2, 'kt', 'ground speed of an airplane that is held'],
  leastS: [8, 's', 'shortest run-up'],
  dropShare: [0.008, '', 'share of the most revolutions that is a drop: some 20 rpm of 2,700'],
  dropS: [0.8, 's', 'shortest drop'],
});
