/**
 * The verdict on an attempt, by the order in which an examiner reads it: what must be so first, then what is critical, then the
 * bands; and what could not be seen is never signed as seen. (FAA ACS, introduction and appendices, from memory: every element of
 * a task is to be met; exceeding is judged by size, number and correction.)
 */
import fc from 'fast-check';
import { judgeAttempt } from './judge.ts';
import type { RequirementScore } from './requirement.ts';
import type { AttemptVerdict, Finding, Judge, ParameterScore } from './schema.ts';

const JUDGES: Judge[] = ['strict', 'examiner'];

const parameters = fc.record({
  required: fc.boolean(),
  seen: fc.boolean(),
  strict: fc.constantFrom('within', 'outside'),
  forgiven: fc.boolean(),
});
type Drawn = typeof parameters extends fc.Arbitrary<infer T> ? T : never;
const asParameter = ({ required, seen, strict, forgiven }: Drawn): ParameterScore =>
  ({
    required,
    ...(seen
      ? {
          measured: 'measured',
          strict,
          examiner: strict === 'within' ? 'within' : forgiven ? 'momentary' : 'outside',
        }
      : { measured: 'not-measured', because: { code: 'not-recorded' } }),
  }) as unknown as ParameterScore;

const requirements = fc.record({
  kind: fc.constantFrom('proof', 'prohibition'),
  must: fc.boolean(),
  held: fc.constantFrom(true, false, null, 'not applicable'),
});
const asRequirement = (one: object): RequirementScore =>
  ({ id: 'any/one', evidence: { code: 'none' }, source: '', fromMemory: false, ...one }) as RequirementScore;

const findings = fc.constantFrom('note', 'fault', 'critical').map((severity) => ({ severity }) as Finding);

const attempts = fc.record({
  parameters: fc.array(parameters.map(asParameter), { maxLength: 5 }),
  findings: fc.array(findings, { maxLength: 3 }),
  requirements: fc.array(requirements.map(asRequirement), { maxLength: 4 }),
});
type Attempt = typeof attempts extends fc.Arbitrary<infer T> ? T : never;
const judged = (judge: Judge, { parameters, findings, requirements }: Attempt): AttemptVerdict =>
  judgeAttempt(judge, parameters, findings, requirements);

/** How good a verdict is; the middle is none. */
const WORTH: Record<AttemptVerdict, number> = { unsatisfactory: 0, 'not-scored': 1, satisfactory: 2 };

const clean: Attempt = {
  parameters: [asParameter({ required: true, seen: true, strict: 'within', forgiven: false })],
  findings: [],
  requirements: [asRequirement({ kind: 'proof', must: true, held: true })],
};

test('all inside, all shown, is satisfactory to both judges', () => {
  expect(JUDGES.map((judge) => judged(judge, clean))).toEqual(['satisfactory', 'satisfactory']);
});

test('what must be so and was not fails, however well all else was held', () => {
  fc.assert(
    fc.property(attempts, fc.constantFrom('proof', 'prohibition'), (attempt, kind) => {
      const broken = asRequirement({ kind, must: true, held: false });
      const failed = { ...attempt, requirements: [...attempt.requirements, broken] };
      for (const judge of JUDGES) expect(judged(judge, failed)).toBe('unsatisfactory');
    }),
  );
});

test('what is critical fails, whoever judges', () => {
  fc.assert(
    fc.property(attempts, (attempt) => {
      const failed = { ...attempt, findings: [...attempt.findings, { severity: 'critical' } as Finding] };
      for (const judge of JUDGES) expect(judged(judge, failed)).toBe('unsatisfactory');
    }),
  );
});

test('what proves the maneuver and was not seen is never signed', () => {
  fc.assert(
    fc.property(attempts, (attempt) => {
      const unseen = asRequirement({ kind: 'proof', must: true, held: null });
      const unknown = { ...attempt, requirements: [...attempt.requirements, unseen] };
      for (const judge of JUDGES) expect(judged(judge, unknown)).not.toBe('satisfactory');
    }),
  );
});

test('a required parameter that was not measured is never signed', () => {
  fc.assert(
    fc.property(attempts, (attempt) => {
      const unseen = asParameter({ required: true, seen: false, strict: 'within', forgiven: false });
      const unknown = { ...attempt, parameters: [...attempt.parameters, unseen] };
      for (const judge of JUDGES) expect(judged(judge, unknown)).not.toBe('satisfactory');
    }),
  );
});

test('a prohibition that could not be seen does not take a verdict away', () => {
  const unseen = asRequirement({ kind: 'prohibition', must: true, held: null });
  const attempt = { ...clean, requirements: [...clean.requirements, unseen] };
  for (const judge of JUDGES) expect(judged(judge, attempt)).toBe('satisfactory');
});

test('what is shown only, and what is not required, changes nothing', () => {
  fc.assert(
    fc.property(attempts, requirements, parameters, (attempt, requirement, parameter) => {
      const shown = asRequirement({ ...requirement, must: false });
      const optional = asParameter({ ...parameter, required: false });
      const more = {
        ...attempt,
        requirements: [...attempt.requirements, shown],
        parameters: [...attempt.parameters, optional],
      };
      for (const judge of JUDGES) expect(judged(judge, more)).toBe(judged(judge, attempt));
    }),
  );
});

test('the examiner is never harder than the strict judge', () => {
  fc.assert(
    fc.property(attempts, (attempt) => {
      expect(WORTH[judged('examiner', attempt)]).toBeGreaterThanOrEqual(WORTH[judged('strict', attempt)]);
    }),
  );
});

test('more that is wrong never makes a verdict better', () => {
  const wrong = fc.oneof(
    findings.map((finding) => ({ findings: [finding] })),
    fc
      .constantFrom(false, null)
      .map((held) => ({ requirements: [asRequirement({ kind: 'prohibition', must: true, held })] })),
  );
  fc.assert(
    fc.property(attempts, wrong, (attempt, more) => {
      const worse = {
        ...attempt,
        findings: [...attempt.findings, ...('findings' in more ? more.findings : [])],
        requirements: [...attempt.requirements, ...('requirements' in more ? more.requirements : [])],
      };
      for (const judge of JUDGES)
        expect(WORTH[judged(judge, worse)]).toBeLessThanOrEqual(WORTH[judged(judge, attempt)]);
    }),
  );
});

test('where nothing is asked there is no verdict', () => {
  for (const judge of JUDGES) {
    expect(judgeAttempt(judge, [], [])).toBe('not-scored');
    const optional = asParameter({ required: false, seen: true, strict: 'within', forgiven: false });
    expect(judgeAttempt(judge, [optional], [])).toBe('not-scored');
  }
});
