/** The card of the glide. */
import { atWeightKias, circumstance, type Day, speedWords, tasKtOf } from '../../card/day.ts';
import { bookSpeed, figure } from '../../card/figures.ts';
import type { Flown } from '../../card/flown.ts';
import { carburettorCaution, steadyEntry } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { tradePicture } from '../../kits/straight/trade.ts';
import { bestGlideKias, glideAt } from '../../performance/climb.ts';
import { roundTo } from '../../units/numbers.ts';

const FT_PER_NM = 6076.12;

export const bestGlideCard: Card = {
  purpose: 'The engine is quiet: the speed that reaches furthest buys the time to think.',
  heeds: [],
  lossFt: 1500,
  gainFt: 100,
  picture: tradePicture('speed'),
  travels: false,
  losesHeight: true,
  minutes: () => 3.5,
  fly,
};

function fly(day: Day): Flown {
  const { airplane, model } = day;
  const book = airplane.bestGlideKias;
  const ofModel = model && model.from.glide === 'fitted' ? bestGlideKias(model, day.weightLb) : undefined;
  const wanted = book === undefined ? (ofModel ?? 1.4 * airplane.vs1Kias) : atWeightKias(day, book);
  const speed = bookSpeed(
    day,
    wanted,
    book === undefined ? 'from the stall speed, for want of the book’s' : 'the book’s at today’s weight',
  );
  const glide = model && speed.kias !== null ? glideAt(model, speed.kias, circumstance(day)) : null;
  const aboveFt = day.ladder.entryFt - day.ladder.groundFt;
  const tas = speed.kias === null ? null : tasKtOf(day, speed.kias);
  const reachNm = glide ? (aboveFt * glide.ratio) / FT_PER_NM : null;
  const wind = day.input.windKt ?? 0;
  const share = tas ? wind / tas : 0;
  if (!glide) day.missing.glide = 'the airplane file has no glide ratio and no level-flight power';
  return {
    bankDeg: 0,
    stage: 0,
    speed,
    power: null,
    powerMissing: 'idle',
    figures: [
      figure(
        'Glide',
        glide?.ratio ?? null,
        'to 1',
        glide ? `${roundTo((1000 * glide.ratio) / FT_PER_NM, 1)} NM for 1,000 ft, still air` : '',
        {
          digits: 1,
          from: glide?.from,
        },
      ),
      figure('Sink', glide ? roundTo(glide.sinkFpm, -1) : null, 'ft/min', 'idle, at this weight', {
        from: glide?.from,
      }),
      figure(
        'Reach from the entry',
        reachNm,
        'NM',
        wind > 0 && reachNm !== null
          ? `to the highest ground; ${roundTo(reachNm * (1 - share), 1)} into ${wind} kt, ${roundTo(reachNm * (1 + share), 1)} with it`
          : 'to the highest ground, still air',
        { digits: 1, from: glide?.from },
      ),
    ],
    steps: [
      steadyEntry(day, null),
      `Power idle: nose to the glide picture, ${speed.kias === null ? 'best glide' : speedWords(day, speed.kias)} within seconds, trim`,
      'A field within reach, into wind; turn towards it first, then think',
      'Restart flow, touched and said: fuel, pump, heat, mixture, ignition, primer',
      'The call and the code are said aloud, never sent or set in practice',
      'Height by S-turns, a slip or flaps; clear the engine every 500 ft',
      'Recover at your instructor’s floor at the latest: power, climb, flaps up by stages',
    ],
    usualFaults: [
      'Saying the speed and not flying it',
      'Looking for a field before the speed is there',
      'Stretching the glide: slower goes less far',
    ],
    cautions: [
      'Your instructor sets the floor for this exercise; it is never below the one on this card without a field that can be landed in.',
      'Practice only: nothing is turned off, no call is sent, no code is set.',
      ...carburettorCaution(day),
    ],
  };
}
