/** From the apron and back: takeoff, circuits, landing, in which nothing is practised that is to be found. */
import { type Random, seededRandom } from '../../flight/random.ts';
import { DRAWN_FOUR_SEATER, Hand } from './hand.ts';
import { powerOnStall, slowFlight, steepTurns } from './maneuvers.ts';
import { EASES, Pen } from './pen.ts';
import { type RecorderOptions, recordDrawn } from './recorder.ts';

const PLANE = DRAWN_FOUR_SEATER;
const FIELD_FT = 1180;
const CIRCUIT_FT = FIELD_FT + 1000;
const AREA_FT = 4500;

function turnLeft(hand: Hand, turnDeg: number, bankDeg: number): void {
  hand.pen.wait(hand.turn(bankDeg, turnDeg, 3, -1).lastsS);
}

function takeOff({ pen }: Hand): void {
  pen.move('rpm', 2550, 2).move('ias_kt', 62, 18).wait(18);
  pen.move('flaps_deg', 0, 2).move('ias_kt', 76, 10);
}

/** From downwind, at circuit height, to the runway. */
function approach(hand: Hand, fieldFt = FIELD_FT): void {
  const { pen } = hand;
  pen.move('rpm', 1500, 3).move('ias_kt', 70, 15);
  hand.flaps(PLANE.flapStagesDeg, 4, 14);
  pen.wait(8).climb(-500, 105).wait(10);
  turnLeft(hand, 90, 25);
  pen.wait(14);
  turnLeft(hand, 90, 28);
  pen.move('ias_kt', PLANE.approachKt, 8).wait(50);
  pen.move('alt_ft', fieldFt, 12).move('rpm', PLANE.rpm.idle, 3).move('ias_kt', 45, 10).wait(12);
}

function circuit(hand: Hand): void {
  const { pen } = hand;
  takeOff(hand);
  pen.climb(700, 62).wait(45);
  turnLeft(hand, 90, 22);
  pen.wait(12);
  turnLeft(hand, 90, 25);
  pen.move('ias_kt', 90, 10).move('rpm', 2250, 4).move('alt_ft', CIRCUIT_FT, 10).wait(50);
  approach(hand);
}

/** An engine that fails in the area, as an exercise, down to 500 ft; then round a point there, both ways; and up again. */
export function lowWork(hand: Hand, groundFt: number): void {
  const { pen } = hand;
  const fromFt = pen.now('alt_ft');
  const downS = ((fromFt - groundFt - 500) / 700) * 60 + 3;
  pen.move('rpm', PLANE.rpm.idle, 2).move('ias_kt', 68, 10).climb(-700, downS).wait(downS);
  pen.move('rpm', PLANE.rpm.full, 3).move('ias_kt', 76, 8).climb(600, 23).wait(23);
  pen.move('rpm', 2150, 3).move('ias_kt', 88, 10).wait(15);
  for (const side of [-1, 1]) pen.wait(hand.turn(28, 360, 3, side).lastsS).wait(8);
  const upS = ((fromFt - pen.now('alt_ft')) / 700) * 60 + 3;
  pen.move('rpm', PLANE.rpm.full, 3).move('ias_kt', 76, 10).climb(700, upS).wait(upS);
  pen.move('ias_kt', PLANE.cruiseKt, 15).move('rpm', PLANE.rpm.cruise, 5).wait(40);
}

/** Standing on the apron, the engine running. */
function atTheApron(seed: number): { hand: Hand; random: Random } {
  const random: Random = seededRandom(seed);
  const pen = new Pen(
    {
      alt_ft: FIELD_FT,
      ias_kt: 0,
      bank_deg: 0,
      yaw_deg: 0,
      rpm: 1000,
      flaps_deg: 0,
      alpha_deg: 2,
    },
    seed % 2 === 0 ? EASES.round : EASES.straight,
  );
  pen.wait(40);
  return { hand: new Hand(pen, PLANE, random), random };
}

/** From field to field, each at its own height, with a stop at each; a circuit is flown at the last. */
export function drawFromFieldToField(seed: number, fieldsFt: readonly number[], options: RecorderOptions) {
  const { hand, random } = atTheApron(seed);
  const { pen } = hand;
  for (const fieldFt of fieldsFt) {
    takeOff(hand);
    const upS = ((AREA_FT - pen.now('alt_ft')) / 700) * 60 + 3;
    pen.climb(700, upS).wait(upS);
    pen.move('ias_kt', PLANE.cruiseKt, 15).move('rpm', PLANE.rpm.cruise, 5).wait(240);
    const downS = ((AREA_FT - fieldFt - 1000) / 500) * 60 + 3;
    pen
      .move('rpm', 2000, 3)
      .climb(-500, downS)
      .wait(downS + 60);
    approach(hand, fieldFt);
    pen.move('ias_kt', 0, 20).wait(90);
  }
  return { recording: recordDrawn(pen, PLANE, options, random) };
}

/** Two circuits, out to the area for a few exercises and whatever else is done there, and home. */
export function drawFromTheApron(
  seed: number,
  options: RecorderOptions,
  elseDone: (hand: Hand) => void = () => {},
) {
  const { hand, random } = atTheApron(seed);
  const { pen } = hand;
  circuit(hand);
  circuit(hand);
  takeOff(hand);
  const upS = ((AREA_FT - FIELD_FT) / 700) * 60 + 3;
  pen.climb(700, upS).wait(upS);
  pen.move('ias_kt', PLANE.cruiseKt, 15).move('rpm', PLANE.rpm.cruise, 5).wait(60);
  steepTurns(hand);
  pen.wait(30);
  slowFlight(hand, 'clean');
  pen.wait(30);
  powerOnStall(hand);
  pen.wait(60);
  elseDone(hand);
  const downS = ((pen.now('alt_ft') - CIRCUIT_FT) / 500) * 60 + 3;
  pen
    .move('rpm', 2000, 3)
    .climb(-500, downS)
    .wait(downS + 15);
  approach(hand);
  pen.move('ias_kt', 0, 20).wait(60);
  return { recording: recordDrawn(pen, PLANE, options, random), truths: hand.truths };
}
