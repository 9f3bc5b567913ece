import { fleet } from '../airplane/fleet.ts';
import { scoreRecording } from '../scoring/score-recording.ts';
import { findStandard } from '../standards/standards.ts';
import { DEMONSTRATION_FAULTS, type DemonstrationFault, drawSteepTurns } from './demonstration.ts';

const options = { altitudeFt: 4500, airspeedKias: 88, headingDeg: 360, airplane: fleet[0], weightLb: 2300 };
const standard = findStandard('faa-private')!;
const faults = Object.keys(DEMONSTRATION_FAULTS) as DemonstrationFault[];

test.each(faults)('%s, drawn in the first turn, is the fault that is found there', (fault) => {
  for (const seed of [1, 2, 3]) {
    const { attempts } = scoreRecording(drawSteepTurns({ ...options, fault, seed }), { standard });
    expect(attempts.map((a) => a.variant)).toEqual(['left', 'right']);
    const ids = attempts[0].findings.map((f) => f.id);
    if (fault === 'none') expect(ids).toEqual([]);
    else expect(ids).toContain(fault);
  }
});

test('the same seed draws the same flight, another seed another', () => {
  const altitude = (seed: number) => drawSteepTurns({ ...options, seed }).channels.alt_ft;
  expect(altitude(7)).toEqual(altitude(7));
  expect(altitude(7)).not.toEqual(altitude(8));
});
