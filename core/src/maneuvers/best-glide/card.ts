/** The card of the glide. */
import { atWeightKias, circumstance, type Day, tasKtOf } from '../../card/day.ts';
import { bookSpeed, figure } from '../../card/figures.ts';
import type { Flown } from '../../card/flown.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { tradePicture } from '../../kits/straight/trade.ts';
import { bestGlideKias, glideAt } from '../../performance/climb.ts';
import { FT_PER_NM } from '../../units/convert.ts';
import { roundTo } from '../../units/numbers.ts';
import { placeText } from '../../units/text.ts';

export const bestGlideCard: Card = {
  heeds: [],
  lossFt: 1500,
  gainFt: 100,
  picture: tradePicture('speed'),
  travels: false,
  losesHeight: true,
  glides: true,
  minutes: () => 3.5,
  fly,
};

function fly(day: Day): Flown {
  const { airplane, model } = day;
  const { glideTo } = day.input;
  const book = airplane.bestGlideKias;
  const ofModel = model && model.from.glide === 'fitted' ? bestGlideKias(model, day.weightLb) : undefined;
  const wanted = book === undefined ? (ofModel ?? 1.4 * airplane.vs1Kias) : atWeightKias(day, book);
  const speed = bookSpeed(day, wanted, { code: book === undefined ? 'glide-from-stall' : 'best-glide' });
  const glide = model && speed.kias !== null ? glideAt(model, speed.kias, circumstance(day)) : null;
  const aboveFt = day.ladder.entryFt - day.ladder.groundFt;
  const tas = speed.kias === null ? null : tasKtOf(day, speed.kias);
  const reachNm = glide ? (aboveFt * glide.ratio) / FT_PER_NM : null;
  const wind = day.input.windKt ?? 0;
  const share = tas ? wind / tas : 0;
  if (!glide) day.missing.glide = { code: 'no-glide' };
  return {
    bankDeg: 0,
    stage: 0,
    speed,
    power: null,
    powerMissing: { code: 'idle' },
    figures: [
      figure('glide', glide?.ratio ?? null, 'to 1', {
        digits: 1,
        from: glide?.from,
        ...(glide && { params: { nmPer1000Ft: roundTo((1000 * glide.ratio) / FT_PER_NM, 1) } }),
      }),
      figure('sink', glide ? roundTo(glide.sinkFpm, -1) : null, 'ft/min', { from: glide?.from }),
      figure('reach', reachNm, 'NM', {
        digits: 1,
        from: glide?.from,
        ...(wind > 0 &&
          reachNm !== null && {
            params: {
              windKt: wind,
              intoNm: roundTo(reachNm * (1 - share), 1),
              withNm: roundTo(reachNm * (1 + share), 1),
            },
          }),
      }),
      ...(glideTo
        ? [figure('chosen-field', glideTo.elevationFt, 'ft', { params: { place: placeText(glideTo) } })]
        : []),
    ],
  };
}
