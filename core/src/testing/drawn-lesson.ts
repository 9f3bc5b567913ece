/**
 * Lessons with known truth, drawn with curves and not flown by the flight model: what finds maneuvers must know how
 * they are flown and not how one model flies them. Every lesson is drawn anew from its seed: order, speeds, rates,
 * losses, flap handling and roughness vary as they do from pilot to pilot. Figures from memory, common practice.
 */
import { type Random, seededRandom } from '../flight/random.ts';
import type { ChannelName } from '../recording/channels.ts';
import type { Recording } from '../recording/recording.ts';

export interface DrawnTruth {
  maneuver: string;
  variant: string;
  startS: number;
  endS: number;
}

export interface DrawnLesson {
  recording: Recording;
  truths: DrawnTruth[];
}

/** What the drawn airplane does; the speeds are knots indicated. */
export interface DrawnAirplane {
  cruiseKt: number;
  steepKt: number;
  approachKt: number;
  slowKt: { clean: number; landing: number };
  stallKt: { clean: number; landing: number };
  flapStagesDeg: readonly number[];
  rpm: { idle: number; slow: number; cruise: number; full: number };
}

export const DRAWN_FOUR_SEATER: DrawnAirplane = {
  cruiseKt: 97,
  steepKt: 92,
  approachKt: 63,
  slowKt: { clean: 57, landing: 50 },
  stallKt: { clean: 47, landing: 41 },
  flapStagesDeg: [10, 20, 30],
  rpm: { idle: 800, slow: 1980, cruise: 2300, full: 2620 },
};

const STEP_S = 0.05;
const G_KT_PER_S = 19.062;
const RAD = Math.PI / 180;
const DRAWN = ['alt_ft', 'ias_kt', 'bank_deg', 'rpm', 'flaps_deg', 'alpha_deg'] as const;
type Drawn = (typeof DRAWN)[number];

/** From one value to the next without a corner: half a cosine. */
const ease = (x: number) => (1 - Math.cos(Math.PI * Math.min(1, Math.max(0, x)))) / 2;

/** Draws channels as moves from value to value; `nowS` goes on only by `wait`. */
class Pen {
  nowS = 0;
  private readonly moves: Record<Drawn, { fromS: number; toS: number; from: number; to: number }[]>;

  constructor(private readonly start: Record<Drawn, number>) {
    this.moves = Object.fromEntries(DRAWN.map((name) => [name, []])) as never;
  }

  at(name: Drawn, atS: number): number {
    const { moves, start } = this;
    let k = moves[name].length - 1;
    while (k >= 0 && moves[name][k].fromS > atS) k--;
    if (k < 0) return start[name];
    const { fromS, toS, from, to } = moves[name][k];
    return from + (to - from) * ease(toS > fromS ? (atS - fromS) / (toS - fromS) : 1);
  }

  /** From where the channel is to `value` within `overS`, beginning `afterS` from now. */
  move(name: Drawn, value: number, overS: number, afterS = 0): this {
    const fromS = this.nowS + afterS;
    this.moves[name].push({ fromS, toS: fromS + overS, from: this.at(name, fromS), to: value });
    return this;
  }

  wait(seconds: number): this {
    this.nowS += seconds;
    return this;
  }
}

/** One lesson's hand: the pen, the airplane, and numbers between bounds. */
class Hand {
  readonly truths: DrawnTruth[] = [];
  constructor(
    readonly pen: Pen,
    readonly airplane: DrawnAirplane,
    private readonly random: Random,
  ) {}

  between = (low: number, high: number) => low + (high - low) * this.random.uniform();
  chance = (share: number) => this.random.uniform() < share;
  pick = <T>(...of: T[]): T => of[Math.floor(this.random.uniform() * of.length)];

  drawn(maneuver: string, variant: string, startS: number, endS = this.pen.nowS): void {
    this.truths.push({ maneuver, variant, startS, endS });
  }

  /** Rolls in, holds and rolls out so that `turnDeg` come about; returns when |bank| passed 5° up and down. */
  turn(bankDeg: number, turnDeg: number, rollS: number): { fromS: number; toS: number } {
    const { pen } = this;
    const tasKt = pen.at('ias_kt', pen.nowS) * 1.07;
    const rate = (bank: number) => ((G_KT_PER_S * Math.tan(bank * RAD)) / tasKt / RAD) as number;
    let rolledDeg = 0;
    for (let t = 0; t < rollS; t += STEP_S) rolledDeg += rate(bankDeg * ease(t / rollS)) * STEP_S;
    const holdS = Math.max(0, (turnDeg - 2 * rolledDeg) / rate(bankDeg));
    const side = this.chance(0.5) ? 1 : -1;
    this.side = side;
    const fiveS = (rollS * Math.acos(1 - 10 / bankDeg)) / Math.PI;
    const fromS = pen.nowS + fiveS;
    pen.move('bank_deg', side * bankDeg, rollS).move('bank_deg', 0, rollS, rollS + holdS);
    const toS = pen.nowS + 2 * rollS + holdS - fiveS;
    this.turnS = 2 * rollS + holdS;
    return { fromS, toS };
  }
  /** Side and length of the turn just drawn. */
  side = 1;
  turnS = 0;
  get sideName() {
    return this.side > 0 ? 'right' : 'left';
  }
}

function cruise(hand: Hand, seconds: number): void {
  hand.pen.wait(seconds);
}

function levelTurn(hand: Hand): void {
  const { fromS, toS } = hand.turn(hand.between(16, 30), hand.pick(60, 90, 120, 150), hand.between(2, 4));
  hand.pen.wait(hand.turnS);
  hand.drawn('level-turn', hand.sideName, fromS, toS);
}

function verticalTurn(hand: Hand, up: boolean): void {
  const { pen, airplane } = hand;
  const rate = (up ? 1 : -1) * hand.between(380, 650);
  const speed = up ? hand.between(72, 80) : hand.between(78, 95);
  pen.move('rpm', up ? airplane.rpm.full - 120 : hand.between(1700, 2050), 3);
  pen.move('ias_kt', speed, 12).wait(12);
  // The climb is under way before the turn begins, as it is taught.
  const { fromS, toS } = hand.turn(hand.between(14, 24), hand.pick(90, 135, 180), hand.between(2, 4));
  const seconds = hand.turnS;
  const from = pen.at('alt_ft', pen.nowS);
  linear(hand, from, rate, seconds + 10);
  pen.wait(seconds + 10);
  pen.move('ias_kt', airplane.cruiseKt, 12).move('rpm', airplane.rpm.cruise, 6, 6).wait(12);
  hand.drawn(up ? 'climbing-turn' : 'descending-turn', hand.sideName, fromS, toS);
}

/** A steady rate: many short moves, since a single one would ease in and out over its whole length. */
function linear(hand: Hand, fromFt: number, fpm: number, seconds: number): void {
  const steps = Math.max(1, Math.round(seconds));
  const at = (s: number) => {
    const fade = 3;
    const full = Math.min(s, seconds - fade) - fade / 2;
    if (s < fade) return ((fpm / 60) * s * s) / (2 * fade);
    if (s <= seconds - fade) return (fpm / 60) * full;
    const rest = seconds - s;
    return (fpm / 60) * (seconds - fade - (rest * rest) / (2 * fade));
  };
  for (let k = 1; k <= steps; k++)
    hand.pen.move('alt_ft', fromFt + at((k * seconds) / steps), seconds / steps, ((k - 1) * seconds) / steps);
}

function steepTurn(hand: Hand): void {
  const { pen, airplane } = hand;
  pen
    .move('ias_kt', airplane.steepKt, 8)
    .move('rpm', airplane.rpm.cruise - 60, 3)
    .wait(hand.between(14, 25));
  const alt = pen.at('alt_ft', pen.nowS);
  const { fromS, toS } = hand.turn(hand.between(43, 48), 360, hand.between(3, 6));
  pen.move('rpm', airplane.rpm.cruise + 60, 3, 2);
  pen.move('alt_ft', alt + hand.between(-70, 60), 12, 4).move('alt_ft', alt + hand.between(-40, 60), 10, 18);
  pen.move('ias_kt', airplane.steepKt - hand.between(0, 7), 12, 3);
  pen.wait(hand.turnS);
  pen.move('alt_ft', alt, 10).move('rpm', airplane.rpm.cruise, 3).move('ias_kt', airplane.cruiseKt, 10);
  hand.drawn('steep-turn', hand.sideName, fromS, toS);
  pen.wait(hand.between(12, 30));
}

/** Stage by stage to each of the angles. */
function flaps(pen: Pen, anglesDeg: readonly number[], afterS: number, gapS: number): void {
  for (const [k, deg] of anglesDeg.entries()) pen.move('flaps_deg', deg, 2.5, afterS + k * gapS);
}
const UP_DEG = [20, 10, 0];

function slowFlight(hand: Hand, configuration: 'clean' | 'landing'): void {
  const { pen, airplane } = hand;
  const startS = pen.nowS;
  const alt = pen.at('alt_ft', startS);
  const target = airplane.slowKt[configuration] + hand.between(0, 4);
  const slowingS = hand.between(22, 40);
  pen.move('rpm', hand.pick(1000, 1500, 1700), hand.between(1, 4)).move('ias_kt', target, slowingS);
  if (configuration === 'landing') {
    flaps(pen, airplane.flapStagesDeg, slowingS * 0.35, hand.between(4, 7));
    pen.move('alt_ft', alt + hand.between(0, 45), 8, slowingS * 0.4).move('alt_ft', alt, 10, slowingS * 0.8);
  }
  pen.move('alpha_deg', 8, slowingS);
  pen.move('rpm', airplane.rpm.slow, 4, slowingS - 5).wait(slowingS);
  pen.wait(hand.between(15, 35));
  if (hand.chance(0.6)) {
    hand.turn(hand.between(9, 16), hand.pick(45, 90), 3);
    pen.wait(hand.turnS);
  }
  pen.move('alt_ft', alt + hand.between(-50, 50), 15).wait(hand.between(15, 40));
  pen.move('rpm', airplane.rpm.full, 2);
  const recoveryS = hand.between(18, 30);
  pen.move('ias_kt', airplane.cruiseKt - 3, recoveryS).move('alt_ft', alt + hand.between(0, 60), recoveryS);
  pen.move('alpha_deg', 2, recoveryS);
  if (configuration === 'landing')
    flaps(pen, UP_DEG, 3, 6);
  pen.wait(recoveryS);
  pen.move('rpm', airplane.rpm.cruise, 3).wait(3);
  hand.drawn('slow-flight', configuration, startS);
  pen.move('alt_ft', alt, 12).move('ias_kt', airplane.cruiseKt, 8);
}

/** Down from the break, then back up: the same for both stalls. */
function recover(hand: Hand, startS: number, entryFt: number): void {
  const { pen, airplane } = hand;
  const lossFt = hand.between(70, 260);
  const breakFt = pen.at('alt_ft', pen.nowS);
  pen.move('alpha_deg', hand.between(1, 4), hand.between(1, 2));
  pen.move('ias_kt', airplane.approachKt + 4, 7, 1).move('alt_ft', breakFt - lossFt, 7);
  pen.move('rpm', airplane.rpm.full, 2, hand.between(0, 1)).wait(8);
  if (pen.at('flaps_deg', pen.nowS) > 0)
    flaps(pen, UP_DEG, 0, 7);
  pen.move('ias_kt', 74, 10);
  const climbFt = entryFt - pen.at('alt_ft', pen.nowS);
  const seconds = Math.max(12, (Math.abs(climbFt) / hand.between(450, 650)) * 60);
  linear(hand, pen.at('alt_ft', pen.nowS), (climbFt / (seconds - 3)) * 60, seconds);
  pen.wait(seconds);
  void startS;
}

function powerOffStall(hand: Hand, turning: boolean): void {
  const { pen, airplane } = hand;
  const startS = pen.nowS;
  const entryFt = pen.at('alt_ft', startS);
  pen.move('rpm', hand.pick(1300, 1500), 3).move('ias_kt', airplane.approachKt, 24);
  flaps(pen, airplane.flapStagesDeg, 8, 5);
  pen.move('rpm', airplane.rpm.idle, 3, 22).wait(24);
  const descentS = hand.between(8, 16);
  linear(hand, entryFt, -hand.between(420, 620), descentS + 3);
  const bank = turning ? hand.pick(-1, 1) * hand.between(13, 20) : 0;
  if (turning) pen.move('bank_deg', bank, 3);
  pen.wait(descentS);
  const pitchS = hand.between(9, 16);
  const nowFt = pen.at('alt_ft', pen.nowS);
  pen.move('alt_ft', nowFt - hand.between(0, 60), pitchS).move('ias_kt', airplane.stallKt.landing, pitchS);
  pen.move('alpha_deg', 15, pitchS).wait(pitchS);
  if (turning) pen.move('bank_deg', 0, 3, 1.5);
  recover(hand, startS, entryFt);
  hand.drawn('power-off-stall', turning ? 'turning' : 'straight', startS);
  pen.move('ias_kt', airplane.cruiseKt, 12).move('rpm', airplane.rpm.cruise, 5, 6).wait(12);
}

function powerOnStall(hand: Hand): void {
  const { pen, airplane } = hand;
  const startS = pen.nowS;
  const entryFt = pen.at('alt_ft', startS);
  pen.move('rpm', hand.pick(1500, 1700), 3).move('ias_kt', 60, 20).wait(20);
  pen.move('rpm', hand.between(2350, airplane.rpm.full), 3);
  const pitchS = hand.between(10, 18);
  pen.move('ias_kt', airplane.stallKt.clean - 1, pitchS);
  pen
    .move('alt_ft', entryFt + hand.between(100, 260), pitchS)
    .move('alpha_deg', 15, pitchS)
    .wait(pitchS);
  recover(hand, startS, entryFt);
  hand.drawn('power-on-stall', 'straight', startS);
  pen.move('ias_kt', airplane.cruiseKt, 12).move('rpm', airplane.rpm.cruise, 5, 6).wait(12);
}

const shuffled = <T>(list: readonly T[], random: Random): T[] => {
  const out = [...list];
  for (let k = out.length - 1; k > 0; k--) {
    const other = Math.floor(random.uniform() * (k + 1));
    [out[k], out[other]] = [out[other], out[k]];
  }
  return out;
};

/** Wandering as gusts and hands make it: first-order noise of a given spread and memory. */
function wander(count: number, stepS: number, spread: number, memoryS: number, random: Random): Float64Array {
  const out = new Float64Array(count);
  const keep = Math.exp(-stepS / memoryS);
  const kick = spread * Math.sqrt(1 - keep * keep);
  for (let k = 1; k < count; k++) out[k] = keep * out[k - 1] + kick * random.gaussian();
  return out;
}
export interface DrawnLessonOptions {
  rateHz: number;
  airplane?: DrawnAirplane;
  /** 0 still air, 1 light turbulence. */
  roughness?: number;
  /** Values rounded as a cheap logger does: whole knots, degrees, 10 ft. */
  coarse?: boolean;
}

/** A lesson of about 17 minutes with every maneuver of the private course, in an order of its own. */
export function drawLesson(seed: number, options: DrawnLessonOptions): DrawnLesson {
  const { rateHz, airplane = DRAWN_FOUR_SEATER, roughness = 0.5, coarse = false } = options;
  const random = seededRandom(seed);
  const pen = new Pen({
    alt_ft: 4500,
    ias_kt: airplane.cruiseKt,
    bank_deg: 0,
    rpm: airplane.rpm.cruise,
    flaps_deg: 0,
    alpha_deg: 2,
  });
  const hand = new Hand(pen, airplane, random);
  const maneuvers = shuffled(
    [
      levelTurn,
      (h: Hand) => verticalTurn(h, true),
      (h: Hand) => verticalTurn(h, false),
      steepTurn,
      steepTurn,
      (h: Hand) => slowFlight(h, 'clean'),
      (h: Hand) => slowFlight(h, 'landing'),
      (h: Hand) => powerOffStall(h, false),
      powerOnStall,
    ],
    random,
  );
  cruise(hand, 40);
  for (const maneuver of maneuvers) {
    maneuver(hand);
    cruise(hand, hand.between(25, 45));
  }

  const count = Math.floor(pen.nowS * rateHz);
  const dt = 1 / rateHz;
  const rough = (spread: number, memoryS: number) => wander(count, dt, spread * roughness, memoryS, random);
  const noise = (spread: number) => spread * random.gaussian();
  const gusts = {
    alt: rough(14, 25),
    ias: rough(1.6, 3),
    bank: rough(1.8, 3),
    hdg: rough(1, 4),
    pitch: rough(0.8, 2),
  };
  const col = () => new Float64Array(count);
  const out = {
    alt_ft: col(),
    ias_kt: col(),
    hdg_deg: col(),
    bank_deg: col(),
    pitch_deg: col(),
    vs_fpm: col(),
    rpm: col(),
    flaps_deg: col(),
    stall_warn: col(),
  };
  const timeS = col();
  let heading = hand.between(0, 360);
  let at = 0;
  for (let k = 0; k < count; k++) {
    const t = k * dt;
    timeS[k] = t;
    for (; at < t; at += STEP_S) {
      const tas = pen.at('ias_kt', at) * 1.07;
      heading += ((G_KT_PER_S * Math.tan(pen.at('bank_deg', at) * RAD)) / tas / RAD) * STEP_S;
    }
    const altitude = pen.at('alt_ft', t) + gusts.alt[k];
    const fpm = ((pen.at('alt_ft', t + 0.5) - pen.at('alt_ft', t - 0.5)) / 1) * 60;
    const ias = pen.at('ias_kt', t) + gusts.ias[k];
    const bank = pen.at('bank_deg', t);
    const flaps = pen.at('flaps_deg', t);
    const stall =
      airplane.stallKt.clean + (airplane.stallKt.landing - airplane.stallKt.clean) * Math.min(1, flaps / 30);
    const path = Math.asin(Math.max(-0.5, Math.min(0.5, fpm / 101.3 / (ias * 1.07)))) / RAD;
    out.alt_ft[k] = altitude + noise(2);
    out.ias_kt[k] = ias + noise(0.5);
    out.bank_deg[k] = bank + gusts.bank[k] + noise(0.3);
    out.hdg_deg[k] = (((heading + gusts.hdg[k] + noise(0.4)) % 360) + 360) % 360;
    out.pitch_deg[k] = path + pen.at('alpha_deg', t) + gusts.pitch[k] + noise(0.3);
    out.vs_fpm[k] = fpm + noise(25);
    out.rpm[k] = pen.at('rpm', t) + noise(8);
    out.flaps_deg[k] = flaps;
    out.stall_warn[k] = ias < (stall * 1.11) / Math.sqrt(Math.cos(bank * RAD)) ? 1 : 0;
    if (coarse) {
      out.alt_ft[k] = Math.round(out.alt_ft[k] / 10) * 10;
      for (const name of ['ias_kt', 'hdg_deg', 'bank_deg', 'pitch_deg'] as const)
        out[name][k] = Math.round(out[name][k]);
    }
  }
  const recording = { header: {}, timeS, channels: out, warnings: [] } as unknown as Recording;
  return { recording, truths: hand.truths };
}

export const without = (recording: Recording, ...names: ChannelName[]): Recording => ({
  ...recording,
  channels: Object.fromEntries(
    Object.entries(recording.channels).filter(([name]) => !names.includes(name as ChannelName)),
  ),
});
