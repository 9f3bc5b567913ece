/** What a path counts, worked out from a score and what was said of it. */
import { readStatements, sortStatements, standingVerdict, unsaidHelp } from '../debrief/read-statements.ts';
import type { Score } from '../debrief/score.ts';
import type { Statement } from '../debrief/statements.ts';
import { depthShown } from '../kits/stalls/depth-shown.ts';
import { unseenMusts } from '../scoring/requirement.ts';
import { worstOf } from '../scoring/worst.ts';
import { isAtLeast } from '../signals/air-level.ts';
import type { PathAttempt } from './path-attempt.ts';

export interface FlownRecording {
  recordingId: string;
  lessonId: string | null;
  /** ISO 8601. */
  flownAt: string;
  flownIn: PathAttempt['flownIn'];
  score: Score;
  /** All that was said of the recording, oldest first. */
  statements: readonly Statement[];
  /** Whether the first attempt of a kind counts as a demonstration until somebody says. */
  demonstrationFirst: boolean;
}

/** An attempt and the seconds of the recording that it takes. */
interface CountedAttempt extends PathAttempt {
  startS: number;
  endS: number;
  /** Whose the grade is that stands. */
  gradedBy: string | null;
}

const leftItsBand = ({ firstExcursion, requirements }: Score['attempts'][number]): boolean =>
  firstExcursion !== null || (requirements ?? []).some(({ must, held }) => must && held === false);

/** Felt so by an instructor; what is worked out says it through the verdict alone. */
const feltRough = ({ air }: Score['attempts'][number]): boolean =>
  air?.by === 'instructor' && isAtLeast(air, 'moderate');

/** Every attempt of a recording that is evidence; what is only likely is none. */
export function attemptsFlown(flown: FlownRecording): CountedAttempt[] {
  const { score, demonstrationFirst } = flown;
  const { byAttempt, ofLesson } = sortStatements(score.attempts, [...flown.statements]);
  return score.attempts.flatMap((attempt, i) => {
    if (attempt.variant === null) return [];
    const unsaid = unsaidHelp(score.attempts, i, { demonstrationFirst, ofLesson });
    const state = readStatements(byAttempt[i], unsaid);
    const used = attempt.parameters
      .flatMap((p) =>
        p.measured !== 'not-measured' && p.required
          ? [{ parameter: p.parameter, used: worstOf(p).used }]
          : [],
      )
      .sort((a, b) => Math.abs(b.used) - Math.abs(a.used));
    return [
      {
        recordingId: flown.recordingId,
        attempt: i,
        startS: attempt.startS,
        endS: attempt.endS,
        lessonId: flown.lessonId,
        lessonTitle: null,
        flownAt: flown.flownAt,
        maneuver: attempt.maneuver,
        variant: attempt.variant,
        standard: score.standard,
        flownIn: flown.flownIn,
        help: state.help,
        helpInBulk: state.helpInBulk,
        critical: attempt.findings.some(({ severity }) => severity === 'critical'),
        brokenOff: attempt.state === 'discontinued' && !state.discontinued && leftItsBand(attempt),
        moderateAir: state.observed.includes('moderate-air') || feltRough(attempt),
        distracted: state.observed.includes('distraction'),
        depth: depthShown(attempt.requirements ?? []),
        configuration: attempt.configuration ?? null,
        restsOnUnseen: unseenMusts(attempt.requirements ?? [], 'prohibition').length > 0,
        flownBy: state.flownBy,
        verdict: standingVerdict(attempt[score.judge], state),
        overridden: state.override !== null,
        strict: attempt.strict,
        examiner: attempt.examiner,
        grade: state.grade,
        gradedBy: byAttempt[i].findLast(({ body }) => body.kind === 'grade')?.authorId ?? null,
        selfGrade: state.selfGrade?.grade ?? null,
        toleranceUsed: Object.fromEntries(used.map((p) => [p.parameter, Math.abs(p.used)])),
        worst: used[0] ?? null,
        findings: attempt.findings.map(({ id, severity, size, params, asWritten }) => ({
          id,
          severity,
          size,
          ...(params && { params }),
          ...(asWritten && { asWritten }),
        })),
      },
    ];
  });
}
