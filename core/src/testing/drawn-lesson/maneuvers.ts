/** Each maneuver as it is drawn, a little different every time. It begins and ends level at cruise. */
import type { Hand } from './hand.ts';
import type { Pen } from './pen.ts';

const UP_DEG = [20, 10, 0];

export function levelTurn(hand: Hand): void {
  const turn = hand.turn(hand.between(16, 30), hand.pick(60, 90, 120, 150), hand.between(2, 4));
  hand.pen.wait(turn.lastsS);
  hand.drawn('level-turn', turn.side, turn.fromS, { endS: turn.toS });
}

export const climbingTurn = (hand: Hand) => {
  hand.pen
    .move('rpm', hand.airplane.rpm.full - 120, 3)
    .move('ias_kt', hand.between(72, 80), 12)
    .wait(12);
  turnGoing(hand, 'climbing-turn', hand.between(380, 650));
};

export const descendingTurn = (hand: Hand) => {
  // Some of the power, in an engine that idles where another one cruises as well: with none it would be a gliding turn.
  const { idle, cruise } = hand.airplane.rpm;
  const rpm = idle + hand.between(0.54, 0.78) * (cruise - idle);
  hand.pen.move('rpm', rpm, 3).move('ias_kt', hand.between(78, 95), 12).wait(12);
  turnGoing(hand, 'descending-turn', -hand.between(380, 650));
};

function turnGoing(hand: Hand, maneuver: string, fpm: number): void {
  const { pen, airplane } = hand;
  const turn = hand.turn(hand.between(14, 24), hand.pick(90, 135, 180), hand.between(2, 4));
  pen.climb(fpm, turn.lastsS + 10).wait(turn.lastsS + 10);
  pen.move('ias_kt', airplane.cruiseKt, 12).move('rpm', airplane.rpm.cruise, 6, 6).wait(12);
  hand.drawn(maneuver, turn.side, turn.fromS, { endS: turn.toS });
}

/** One each way, at once or after settling. */
export function steepTurns(hand: Hand): void {
  const { pen, airplane } = hand;
  const side = hand.pick(-1, 1);
  const pauseS = hand.chance(0.4) ? 0 : hand.between(12, 30);
  pen
    .move('ias_kt', airplane.steepKt, 8)
    .move('rpm', airplane.rpm.cruise - 60, 3)
    .wait(hand.between(14, 25));
  steepTurn(hand, side);
  pen.wait(pauseS);
  steepTurn(hand, -side);
  pen.move('rpm', airplane.rpm.cruise, 3).move('ias_kt', airplane.cruiseKt, 10).wait(12);
}

function steepTurn(hand: Hand, side: number): void {
  const { pen, airplane } = hand;
  const entryFt = pen.now('alt_ft');
  const turn = hand.turn(hand.between(43, 48), 360, hand.between(2.5, 6), side);
  pen.move('rpm', airplane.rpm.cruise + 60, 3, 2);
  pen.move('alt_ft', entryFt + hand.between(-70, 60), 12, 4);
  pen.move('alt_ft', entryFt + hand.between(-40, 60), 10, 18);
  pen.move('ias_kt', airplane.steepKt - hand.between(0, 7), 12, 3).wait(turn.lastsS);
  pen.move('alt_ft', entryFt, 10).move('ias_kt', airplane.steepKt, 10);
  hand.drawn('steep-turn', turn.side, turn.fromS, { endS: turn.toS });
}

/** Two opposite turns before what follows. */
export function clearingTurns(hand: Hand): void {
  const side = hand.pick(-1, 1);
  const bankDeg = hand.between(18, 29);
  const first = hand.turn(bankDeg, 90, 3, side);
  hand.pen.wait(first.lastsS + hand.between(1, 8));
  const back = hand.turn(bankDeg, 90, 3, -side);
  hand.pen.wait(back.lastsS);
  hand.drawn('clearing-turns', 'standard', first.fromS, { endS: back.toS });
  hand.pen.wait(hand.between(8, 25));
}

export function slowFlight(hand: Hand, configuration: 'clean' | 'landing'): void {
  const { pen, airplane } = hand;
  const startS = pen.nowS;
  const entryFt = pen.now('alt_ft');
  const slowingS = hand.between(22, 40);
  pen.move('rpm', hand.pick(1000, 1500, 1700), hand.between(1, 4));
  pen.move('ias_kt', airplane.slowKt[configuration] + hand.between(0, 4), slowingS);
  if (configuration === 'landing') {
    hand.flaps(airplane.flapStagesDeg, slowingS * 0.35, hand.between(4, 7));
    pen.move('alt_ft', entryFt + hand.between(0, 45), 8, slowingS * 0.4);
    pen.move('alt_ft', entryFt, 10, slowingS * 0.8);
  }
  pen.move('alpha_deg', 8, slowingS).move('rpm', airplane.rpm.slow, 4, slowingS - 5);
  pen.wait(slowingS + hand.between(15, 35));
  if (hand.chance(0.6)) pen.wait(hand.turn(hand.between(9, 16), hand.pick(45, 90), 3).lastsS);
  pen.move('alt_ft', entryFt + hand.between(-50, 50), 15).wait(hand.between(15, 40));
  const intoStall = configuration === 'landing' && hand.chance(0.3);
  if (intoStall) pen.move('rpm', airplane.rpm.idle, 2);
  else speedUp(hand, entryFt);
  hand.drawn('slow-flight', configuration, startS);
  if (intoStall) riseAndStall(hand, 'power-off-stall', 'straight', pen.nowS, entryFt);
  else pen.move('alt_ft', entryFt, 12).move('ias_kt', airplane.cruiseKt, 8);
}

/** Full power, flaps in, to cruise. */
function speedUp(hand: Hand, entryFt: number): void {
  const { pen, airplane } = hand;
  const recoveryS = hand.between(18, 30);
  pen.move('rpm', airplane.rpm.full, 2).move('ias_kt', airplane.cruiseKt - 3, recoveryS);
  pen.move('alt_ft', entryFt + hand.between(0, 60), recoveryS).move('alpha_deg', 2, recoveryS);
  if (pen.now('flaps_deg') > 0) hand.flaps(UP_DEG, 3, 6);
  pen.wait(recoveryS).move('rpm', airplane.rpm.cruise, 3).wait(3);
}

export function powerOffStall(hand: Hand): void {
  const { pen, airplane } = hand;
  const turning = hand.chance(0.3);
  const startS = pen.nowS;
  const entryFt = pen.now('alt_ft');
  pen.move('rpm', hand.pick(1300, 1500), 3).move('ias_kt', airplane.approachKt, 24);
  hand.flaps(airplane.flapStagesDeg, 8, 5);
  pen.move('rpm', airplane.rpm.idle, 3, 22).wait(24);
  const descentS = hand.between(8, 16);
  pen.climb(-hand.between(420, 620), descentS + 3);
  if (turning) pen.move('bank_deg', hand.pick(-1, 1) * hand.between(13, 20), 3);
  pen.wait(descentS);
  riseAndStall(hand, 'power-off-stall', turning ? 'turning' : 'straight', startS, entryFt);
}

export function powerOnStall(hand: Hand): void {
  const { pen, airplane } = hand;
  const startS = pen.nowS;
  const entryFt = pen.now('alt_ft');
  pen.move('rpm', hand.pick(1500, 1700), 3).move('ias_kt', 60, 20).wait(20);
  pen.move('rpm', hand.between(2350, airplane.rpm.full), 3);
  riseAndStall(hand, 'power-on-stall', 'straight', startS, entryFt);
}

/** The nose up to the break, down, and the climb back to the altitude. */
function riseAndStall(
  hand: Hand,
  maneuver: 'power-off-stall' | 'power-on-stall',
  variant: string,
  startS: number,
  entryFt: number,
): void {
  const { pen, airplane } = hand;
  const off = maneuver === 'power-off-stall';
  const riseS = hand.between(9, 17);
  const stallKt = airplane.stallKt[off ? 'landing' : 'clean'] - (off ? 0 : 1);
  const gainFt = off ? -hand.between(0, 60) : hand.between(100, 260);
  pen.move('alt_ft', pen.now('alt_ft') + gainFt, riseS).move('ias_kt', stallKt, riseS);
  pen.move('alpha_deg', 15, riseS).wait(riseS);
  pen.move('bank_deg', 0, 3, 1.5).move('alpha_deg', hand.between(1, 4), hand.between(1, 2));
  pen.move('ias_kt', airplane.approachKt + 4, 7, 1);
  const brokeS = pen.nowS;
  pen.move('alt_ft', pen.now('alt_ft') - hand.between(70, 260), 7);
  pen.move('rpm', airplane.rpm.full, 2, hand.between(0, 1)).wait(8);
  if (pen.now('flaps_deg') > 0) hand.flaps(UP_DEG, 0, 7);
  const backFt = entryFt - pen.now('alt_ft');
  const backS = Math.max(12, (Math.abs(backFt) / hand.between(450, 650)) * 60);
  pen
    .move('ias_kt', 74, 10)
    .climb((backFt / (backS - 3)) * 60, backS)
    .wait(backS);
  hand.drawn(maneuver, variant, startS, { broke: { atS: brokeS, lossFt: lostWithin30S(pen, brokeS) } });
  pen.move('ias_kt', airplane.cruiseKt, 12).move('rpm', airplane.rpm.cruise, 5, 6).wait(12);
}

/** The height at the break less the lowest within thirty seconds after. */
function lostWithin30S(pen: Pen, brokeS: number): number {
  const below = Array.from({ length: 300 }, (_, k) => pen.at('alt_ft', brokeS + k / 10));
  return below[0] - Math.min(...below);
}
