import { fleet } from '../airplane/fleet.ts';
import { readRecordingCsv } from '../recording/csv/csv.ts';
import type { MeasuredParameterScore } from '../scoring/schema.ts';
import { findStandard } from '../standards/standards.ts';
import { type CsvStyle, type DrawnFlight, drawFlight, toCsv } from '../testing/drawn-flight.ts';
import { type AttemptScore, scoreSchema } from './score.ts';
import { scoreRecording } from './score-recording.ts';
import type { ScoreOptions } from './settings.ts';

const standard = (id: string) => findStandard(id)!;

function score(flight: DrawnFlight, options: Partial<ScoreOptions> = {}, style?: CsvStyle) {
  const text = toCsv(drawFlight(flight), style);
  return scoreRecording(readRecordingCsv(text), { standard: standard('faa-private'), ...options });
}

const figures = (attempt: AttemptScore, parameter: string): MeasuredParameterScore => {
  const found = attempt.parameters.find((p) => p.parameter === parameter);
  if (!found || found.measured === 'not-measured') throw new Error(`${parameter} was not measured`);
  return found;
};

const LEFT = { atS: 30, bankDeg: -45, turnDeg: -360 };
const RIGHT = { atS: 85, bankDeg: 45, turnDeg: 360 };
/** Full size for six seconds, 18 to 24 s into the first turn. */
const dip = (channel: 'alt_ft' | 'ias_kt' | 'bank_deg', size: number, fullS = 6) => ({
  channel,
  fromS: 42,
  fullFromS: 45,
  fullToS: 45 + fullS,
  toS: 48 + fullS,
  size,
});

describe('steep turns found', () => {
  test.each([1, 2, 5, 10, 25])('both ways at %d Hz, within a second of the truth', (rateHz) => {
    const { attempts } = score({ turns: [LEFT, RIGHT], rateHz });
    expect(attempts.map((a) => [a.maneuver, a.variant])).toEqual([
      ['steep-turn', 'left'],
      ['steep-turn', 'right'],
    ]);
    // The roll passes 5° half a second after it begins, at 10° a second.
    expect(Math.abs(attempts[0].startS - 30.5)).toBeLessThan(1);
    expect(Math.abs(attempts[1].startS - 85.5)).toBeLessThan(1);
    expect(attempts.map((a) => a.examiner)).toEqual(['satisfactory', 'satisfactory']);
  });

  test('at half a hertz, the slowest that is read', () => {
    const { attempts } = score({ turns: [LEFT], rateHz: 0.5 });
    expect(attempts).toHaveLength(1);
    expect(attempts[0].strict).toBe('satisfactory');
  });

  test('a score is what its schema says', () => {
    const result = score(
      { turns: [LEFT], dips: [dip('alt_ft', -150)] },
      { airplane: fleet[0], groundFt: 1900 },
    );
    expect(scoreSchema.parse(JSON.parse(JSON.stringify(result)))).toEqual(JSON.parse(JSON.stringify(result)));
  });

  test('a medium turn is a level turn, unless it was briefed as a steep one', () => {
    const turns = [{ atS: 30, bankDeg: -30, turnDeg: -360 }];
    const found = (options = {}) => score({ turns }, options).attempts.map(({ maneuver }) => maneuver);
    expect(found()).toEqual(['level-turn']);
    expect(found({ briefs: [{ maneuver: 'steep-turn' }] })).toEqual(['steep-turn']);
  });

  test('half a circle is listed, and is unsatisfactory by both judges', () => {
    const [attempt] = score({ turns: [{ ...LEFT, turnDeg: -180 }] }).attempts;
    expect(attempt.findings.map((f) => f.id)).toContain('steep-turn/incomplete-turn');
    expect([attempt.strict, attempt.examiner]).toEqual(['unsatisfactory', 'unsatisfactory']);
  });

  test('forty degrees of turn are no attempt', () => {
    expect(score({ turns: [{ ...LEFT, turnDeg: -40 }] }).attempts).toHaveLength(0);
  });

  test.each([2, 358, 180.5])('across north and elsewhere: entered on %d°', (headingDeg) => {
    const [attempt] = score({ turns: [LEFT], headingDeg }).attempts;
    expect(Math.abs(attempt.targets.headingDeg - headingDeg)).toBeLessThan(0.2);
    expect(figures(attempt, 'rollout-heading').strict).toBe('within');
  });
});

describe('deviations of known size', () => {
  test('an altitude dip: size, first excursion and both verdicts', () => {
    const [attempt] = score({ turns: [LEFT], dips: [dip('alt_ft', -150)] }).attempts;
    const altitude = figures(attempt, 'altitude');
    expect(altitude.maxBelow).toBeCloseTo(-150, 0);
    expect(altitude.toleranceUsed).toBeCloseTo(1.5, 2);
    // Beyond −105 ft (edge and resolution) from 44.1 to 51.9 s: 150 ft in 3 s is 50 ft/s.
    expect(altitude.excursions).toHaveLength(1);
    expect(altitude.excursions[0].startS).toBeCloseTo(44.1, 1);
    expect(altitude.excursions[0].endS).toBeCloseTo(51.9, 1);
    expect([altitude.strict, altitude.examiner]).toEqual(['outside', 'outside']);
    expect(attempt.firstExcursion?.parameter).toBe('altitude');
    expect([attempt.strict, attempt.examiner]).toEqual(['unsatisfactory', 'unsatisfactory']);
  });

  test('a dip of 25 ft past the edge, put right at once, is momentary to the examiner', () => {
    const [attempt] = score({ turns: [LEFT], dips: [dip('alt_ft', -125, 2)] }).attempts;
    expect([attempt.strict, attempt.examiner]).toEqual(['unsatisfactory', 'satisfactory']);
    expect(figures(attempt, 'altitude').examiner).toBe('momentary');
  });

  test('half a tolerance past the edge is outside, however short', () => {
    const [attempt] = score({ turns: [LEFT], dips: [dip('alt_ft', -150, 0.5)] }).attempts;
    expect(figures(attempt, 'altitude').examiner).toBe('outside');
  });

  test('three short ones are too many', () => {
    const dips = [0, 8, 16].map((later) => ({
      channel: 'alt_ft' as const,
      fromS: 34 + later,
      fullFromS: 36 + later,
      fullToS: 37 + later,
      toS: 39 + later,
      size: 120,
    }));
    const two = score({ turns: [LEFT], dips: dips.slice(0, 2) }).attempts[0];
    const three = score({ turns: [LEFT], dips }).attempts[0];
    expect([two.examiner, three.examiner]).toEqual(['satisfactory', 'unsatisfactory']);
  });

  test('within the resolution of the instrument is no excursion', () => {
    const [attempt] = score({ turns: [LEFT], dips: [dip('alt_ft', -104), dip('ias_kt', 10.9)] }).attempts;
    expect(attempt.strict).toBe('satisfactory');
    expect(figures(attempt, 'altitude').toleranceUsed).toBeCloseTo(1.04, 1);
  });

  test('an airspeed fault', () => {
    const [attempt] = score({ turns: [LEFT], dips: [dip('ias_kt', -14)] }).attempts;
    expect(figures(attempt, 'airspeed').maxBelow).toBeCloseTo(-14, 0);
    expect(attempt.examiner).toBe('unsatisfactory');
    expect(attempt.findings.map((f) => f.id)).toContain('steep-turn/speed-decay');
  });

  test.each(['measured', 'derived'])('a bank fault, bank %s', (how) => {
    const without = how === 'derived' ? (['bank_deg'] as const) : [];
    const [attempt] = score({ turns: [LEFT], dips: [dip('bank_deg', 9)], without: [...without] }).attempts;
    const bank = figures(attempt, 'bank');
    expect(bank.measured).toBe(how);
    expect(Math.abs(bank.maxAbove - 9)).toBeLessThan(1);
    expect(bank.examiner).toBe('outside');
    expect(attempt.firstExcursion?.parameter).toBe('bank');
    expect(attempt.findings.map((f) => f.id)).toContain('steep-turn/overbank');
  });

  test.each([
    [-375, 'steep-turn/rollout-late', -15],
    [-345, 'steep-turn/rollout-early', 15],
  ])('a left turn of %d° rolls out wrong', (turnDeg, id, deviation) => {
    const [attempt] = score({ turns: [{ ...LEFT, turnDeg }] }).attempts;
    const rollout = figures(attempt, 'rollout-heading');
    expect(rollout.maxAbove + rollout.maxBelow).toBeCloseTo(deviation, -0.5);
    expect(attempt.findings.map((f) => f.id)).toContain(id);
    expect([rollout.strict, rollout.examiner]).toEqual(['outside', 'outside']);
  });
});

describe('standards', () => {
  test('50° is commercial, and too steep for private', () => {
    const flight = { turns: [{ ...LEFT, bankDeg: -52 }] };
    expect(score(flight, { standard: standard('faa-commercial') }).attempts[0].strict).toBe('satisfactory');
    expect(score(flight).attempts[0].strict).toBe('unsatisfactory');
  });

  test('a dip of 130 ft is within the European and the school’s band', () => {
    const flight = { turns: [LEFT], dips: [dip('alt_ft', -130)] };
    const verdicts = ['faa-private', 'easa-ppl', 'school-pre-solo'].map(
      (id) => score(flight, { standard: standard(id) }).attempts[0].strict,
    );
    expect(verdicts).toEqual(['unsatisfactory', 'satisfactory', 'satisfactory']);
  });

  test('a row that is shown only never fails an attempt', () => {
    const flight = { turns: [LEFT], dips: [dip('bank_deg', 14)] };
    const [attempt] = score(flight, { standard: standard('easa-ppl') }).attempts;
    expect(figures(attempt, 'bank').strict).toBe('outside');
    expect(attempt.strict).toBe('satisfactory');
  });
});

describe('reversals', () => {
  const reversal = (secondAtS: number) => ({
    turns: [LEFT, { ...RIGHT, atS: secondAtS }],
    // The first turn ends 130 ft low and the second is flown there.
    dips: [{ channel: 'alt_ft' as const, fromS: 55, fullFromS: 60, fullToS: 140, toS: 145, size: -130 }],
  });

  test('an error at the reversal is not forgiven: the entry is inherited', () => {
    const [first, second] = score(reversal(72)).attempts;
    expect(second.inheritsEntry).toBe(true);
    expect(second.targets).toEqual(first.targets);
    expect(figures(second, 'altitude').strict).toBe('outside');
  });

  test('after a pause of more than ten seconds it begins anew', () => {
    const [, second] = score(reversal(84)).attempts;
    expect(second.inheritsEntry).toBe(false);
    expect(second.targets.altitudeFt).toBeCloseTo(4370, 0);
    expect(figures(second, 'altitude').strict).toBe('within');
  });
});

describe('rough recordings', () => {
  test('one bad sample is no excursion', () => {
    const drawn = drawFlight({ turns: [LEFT] });
    const at = drawn.rows.findIndex((row) => row[0] >= 45);
    drawn.rows[at][1] += 900;
    drawn.rows[at + 40][2] -= 60;
    drawn.rows[at + 60][3] = (drawn.rows[at + 60][3] + 170) % 360;
    drawn.rows[at + 80][4] = 60;
    const { attempts } = scoreRecording(readRecordingCsv(toCsv(drawn)), {
      standard: standard('faa-private'),
    });
    expect(attempts).toHaveLength(1);
    expect(attempts[0].strict).toBe('satisfactory');
  });

  test('no attempt spans a gap', () => {
    const drawn = drawFlight({ turns: [LEFT, RIGHT] });
    drawn.rows = drawn.rows.filter((row) => row[0] < 100 || row[0] > 104);
    const result = scoreRecording(readRecordingCsv(toCsv(drawn)), { standard: standard('faa-private') });
    expect(result.recording.segments).toBe(2);
    expect(result.attempts.map((a) => a.state)).toEqual(['complete', 'discontinued']);
    expect(result.attempts[1]).toMatchObject({ strict: 'not-scored', examiner: 'not-scored' });
    expect(result.attempts[1].endS).toBeLessThanOrEqual(100);
    expect(result.recording.notices.map(({ code }) => code)).toContain('no-recorded-entry');
  });

  test('a hole of two seconds in one channel is bridged', () => {
    const drawn = drawFlight({ turns: [LEFT] });
    for (const row of drawn.rows) if (row[0] > 45 && row[0] < 47) row[4] = Number.NaN;
    const { attempts } = scoreRecording(readRecordingCsv(toCsv(drawn)), {
      standard: standard('faa-private'),
    });
    expect(attempts[0].strict).toBe('satisfactory');
    expect(figures(attempts[0], 'bank').measured).toBe('measured');
  });

  test('bank that stops being recorded is derived from there on, and says so', () => {
    const drawn = drawFlight({ turns: [LEFT, RIGHT] });
    for (const row of drawn.rows) if (row[0] > 75) row[4] = Number.NaN;
    const { attempts } = scoreRecording(readRecordingCsv(toCsv(drawn)), {
      standard: standard('faa-private'),
    });
    expect(attempts.map((a) => figures(a, 'bank').measured)).toEqual(['measured', 'derived']);
    expect(figures(attempts[1], 'bank')).toMatchObject({ from: 'hdg_deg, ias_kt' });
  });

  test('a channel recorded at 1 Hz in a 10 Hz file is not called missing', () => {
    const drawn = drawFlight({ turns: [LEFT], dips: [dip('alt_ft', -150)] });
    drawn.rows.forEach((row, i) => {
      if (i % 10 !== 0) row[1] = Number.NaN;
    });
    const { attempts } = scoreRecording(readRecordingCsv(toCsv(drawn)), {
      standard: standard('faa-private'),
    });
    expect(figures(attempts[0], 'altitude').maxBelow).toBeCloseTo(-150, -1);
  });

  test.each([
    { delimiter: ';' as const, newline: '\r\n' as const },
    { delimiter: '\t' as const },
    { bom: true, header: ['keelpath-recording: 1', 'airplane: cairn-4'] },
  ])('written as %j it scores the same', (style) => {
    const flight = { turns: [LEFT, RIGHT], dips: [dip('alt_ft', -150)] };
    expect(score(flight, {}, style).attempts).toEqual(score(flight).attempts);
  });
});

describe('airplane, weight and ground', () => {
  const airplane = fleet[0];

  test('above the maneuvering speed at this weight is a finding, not a failure by itself', () => {
    const flight = { turns: [LEFT], dips: [dip('ias_kt', 4)] };
    // V_A 102 kt at 2,400 lb is 94.9 kt at 2,077 lb; 99 kt is above it, and time to stop.
    const [heavy] = score(flight, { airplane, weightLb: 2077 }).attempts;
    expect(heavy.findings.map((f) => f.id)).toContain('steep-turn/speed-above-va');
    expect(heavy.strict).toBe('satisfactory');
    const [unknown] = score(flight).attempts;
    expect(unknown.findings.map((f) => f.id)).not.toContain('steep-turn/speed-above-va');
  });

  test('far above it for seconds the turn fails, and says so before any band', () => {
    const flight = { turns: [LEFT], dips: [dip('ias_kt', 8)] };
    const [fast] = score(flight, { airplane, weightLb: 2077 }).attempts;
    expect(fast.requirements.find(({ id }) => id === 'steep-turn/below-va')!.held).toBe(false);
    expect(fast.strict).toBe('unsatisfactory');
  });

  test('a weight that nobody gave: only the maneuvering speed at maximum weight speaks', () => {
    const flight = { turns: [LEFT], dips: [] };
    const [attempt] = score(flight, { airplane }).attempts;
    expect(attempt.requirements.find(({ id }) => id === 'steep-turn/below-va')!.held).toBe(null);
    expect(attempt.examiner).toBe('satisfactory');
  });

  test('the school’s own floor is shown in a steep turn, and fails nobody', () => {
    const flight = { turns: [LEFT], dips: [dip('alt_ft', -80)] };
    expect(score(flight, { groundFt: 2900 }).attempts[0].examiner).toBe('satisfactory');
    const [low] = score(flight, { groundFt: 2950 }).attempts;
    expect(low.findings[0]).toMatchObject({ id: 'steep-turn/below-floor', severity: 'note' });
    expect(low.requirements.find(({ id }) => id === 'steep-turn/floor')).toMatchObject({
      held: false,
      must: false,
    });
    expect(low.examiner).toBe('satisfactory');
  });

  test('without them, the warnings say what is not known', () => {
    expect(score({ turns: [LEFT] }).recording.notices.map(({ code }) => code)).toEqual(
      expect.arrayContaining(['no-airplane', 'no-ground']),
    );
  });
});

describe('edits', () => {
  test('a discarded attempt stays away; moved edges are scored anew', () => {
    const flight = { turns: [LEFT, RIGHT] };
    const [left, right] = score(flight).attempts;
    const span = ({ maneuver, startS, endS }: AttemptScore) => ({ maneuver, startS, endS });
    const edited = score(flight, {
      edits: [
        { kind: 'discard', ...span(left) },
        { kind: 'edges', ...span(right), newStartS: right.startS - 2, newEndS: right.endS },
      ],
    });
    expect(edited.attempts).toHaveLength(1);
    expect(edited.attempts[0].startS).toBeCloseTo(right.startS - 2, 1);
  });

  test('an edit that matches nothing changes nothing', () => {
    const flight = { turns: [LEFT] };
    const edits = [{ kind: 'discard' as const, maneuver: 'steep-turn', startS: 100, endS: 130 }];
    expect(score(flight, { edits }).attempts).toEqual(score(flight).attempts);
  });
});
