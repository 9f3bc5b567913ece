/** Where an airplane is at a field that is known: the trainer alone knows it. */
export const FIELD_QUANTITIES = [
  /** Above the field, along the runway from its threshold, and to the right of its middle, ft. */
  'fieldFt',
  'alongFt',
  'rightFt',
  /** The same toward the side of the pattern where positive. */
  'outFt',
  /** Of the heading from the runway's, to the right; and how far it is from the other way, by its size. */
  'offRunwayDeg',
  'offDownwindDeg',
  /** Share of the weight that the wheels carry, and the speed over the ground. */
  'onWheels',
  'overKt',
  /** Since the wheels left the ground. */
  'sinceLiftS',
] as const;

/** Everything that a sign may ask for. */
export const QUANTITY_NAMES = [
  'kias',
  'verticalFpm',
  /** By its size. */
  'bankDeg',
  /** To the side that the card asks for where positive; by its size where it asks for none. */
  'bankTowardDeg',
  'pitchDeg',
  'loadG',
  'speedKtPerS',
  /** Of the size of the bank. */
  'bankDegPerS',
  'pitchDegPerS',
  /** Turn of the heading, either way, and to the right. */
  'yawDegPerS',
  'turnDegPerS',
  /** Change of the vertical speed over two seconds. */
  'verticalChangeFpm',
  /** 0 to 1. */
  'lever',
  'flapStage',
  /** Positive where the ball is out to the right. */
  'ballRightG',
  /** Toward the low wing where positive. */
  'ballLowG',
  'elevator',
  /** The same, and fully back where no stick was recorded: for signs that ask whether it is still held. */
  'stickBack',
  /** Seconds for which the warner has sounded; 0 while it is silent. */
  'warnerS',
  /** Since it sounded last; large where it has not, or was not recorded. */
  'sinceWarnerS',
  /** Seconds for which it sounds that began within this step. */
  'soundsAnewS',
  'aboveWarningKt',
  'aboveStallKt',
  'aboveVaKt',
  'aboveVxKt',
  'overFlapLimitKt',
  'aboveFloorFt',
  /** Until the floor at this descent, s; large where it does not descend. */
  'toFloorS',
  /** In units of the band, 1 at its upper edge. */
  'altitudeUsed',
  'altitudeOffFt',
  'speedUsed',
  'speedOffKt',
  'bankOffDeg',
  /** Positive to the right. */
  'headingOffDeg',
  /** Of the maneuver. */
  'toGoDeg',
  /** Heading gone against the bank since the wing began to go down. */
  'swingAgainstDeg',
  'slowedKt',
  /** Share of the lever taken off since before it began. */
  'powerTakenOff',
  'gainedFt',
  'inStepS',
  'inManeuverS',
  /** Since the lift last gave way near the stall, as the load or the sink showed it. */
  'sinceBreakS',
  'sinceFlapsOutS',
  'sinceFlapsInS',
  /** Stages moved within the last three seconds. */
  'stagesAtOnce',
  /** Changes between climb and descent in the last forty seconds. */
  'reversals',
  /** Moves of the power up and down in the last half minute. */
  'powerReversals',
  'unclearedS',
  /** Slow rises and falls about the mean altitude in the last minute. */
  'waves',
  ...FIELD_QUANTITIES,
] as const;
export type QuantityName = (typeof QUANTITY_NAMES)[number];
