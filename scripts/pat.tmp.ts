import { fleet } from '../core/src/airplane/fleet.ts';
import { openTrainer } from '../core/src/fly/trainer.ts';
import { targetCard } from '../core/src/brief/target-card.ts';
import { USUAL_FIELD_RULES } from '../core/src/field/field-day.ts';
import { findStandard, DEFAULT_STANDARD_ID } from '../core/src/standards/standards.ts';
const [side = 'left', wind = '0', from = 'runway'] = process.argv.slice(2);
for (const airplane of fleet) {
  const card = targetCard({ airplane, standard: findStandard(DEFAULT_STANDARD_ID)!, maneuver: 'straight-and-level', weightLb: airplane.maxWeightLb - 150, groundFt: 1200, headingDeg: 360 } as any);
  const t = openTrainer({ airplane, card, groundFt: 620, windFromDeg: 270, windKt: +wind, pattern: { fieldFt: 620, runwayDeg: 240, rules: { ...USUAL_FIELD_RULES, side: side as any }, from: from as any } });
  t.exchange(); let last = ''; let word = '';
  t.show();
  for (let i = 0; i < 9000; i++) {
    t.advance(0.1); const s = t.snapshot();
    const w = s.coach.word?.level + ' ' + s.coach.word?.says;
    if (s.coach.step.id !== last || (w !== word && s.coach.word)) { console.log(airplane.id, s.timeS.toFixed(0), s.coach.step.id, s.coach.index, 'h', s.field!.fieldFt.toFixed(0), 'along', s.field!.alongFt.toFixed(0), 'out', s.field!.outFt.toFixed(0), 'kias', s.reading.ias_kt.toFixed(0), 'bank', s.reading.bank_deg.toFixed(0), s.holder, w); }
    last = s.coach.step.id; word = w;
    if (s.down) { console.log('DOWN', JSON.stringify(s.field), s.reading.load_g, s.reading.bank_deg, s.reading.pitch_deg); break; }
    if (!s.showing && i > 3000) { console.log(JSON.stringify(s.landing)); break; }
  }
  if (process.argv[5]) break;
}
