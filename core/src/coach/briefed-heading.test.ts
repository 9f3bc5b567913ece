/** The coach and Debrief hold one roll-out against one heading: the briefed one, also where the turn was picked up off its line. */
import { fleet } from '../airplane/fleet.ts';
import { scoreRecording } from '../debrief/score-recording.ts';
import { flyManeuver } from '../fly/fly.ts';
import { findStandard } from '../standards/standards.ts';
import { openCoach } from './coach.ts';
import { coachRows } from './replay.ts';

const [airplane] = fleet;
const { recording, card } = flyManeuver({ airplane, maneuver: 'level-turn', seed: 6 });

test.each([0, -20, 20])('flown %d° off the briefed line', (offDeg) => {
  const brief = {
    ...card,
    entry: { ...card.entry, headingDeg: (card.entry.headingDeg + offDeg + 360) % 360 },
  };
  const coach = openCoach({ card: brief, airplane });
  let [rolledOut, toGo] = [Number.NaN, Number.NaN];
  for (const row of coachRows(recording)) {
    const look = coach.look(row);
    if (look.step?.id === 'roll-out' && Number.isNaN(rolledOut)) {
      rolledOut = row.hdg_deg!;
      toGo = look.toGo?.value ?? Number.NaN;
    }
  }
  const { attempts } = scoreRecording(recording, {
    standard: findStandard('faa-private')!,
    airplane,
    briefs: [brief],
  });
  const row = attempts[0].parameters.find(({ parameter }) => parameter === 'rollout-heading')!;
  const left = card.variant === 'left' ? 1 : -1;
  const wanted = Math.abs((((left * (rolledOut - row.target!)) % 360) + 360) % 360);
  if (!Number.isNaN(toGo)) expect(Math.abs(toGo - wanted)).toBeLessThan(6);
  expect(row.target! % 360).toBeCloseTo(brief.entry.headingDeg % 360, 0);
});
