/** Keels from before lanes said where they are judged. */
import type { AttemptScore, KeelTrace } from '@keel/core';

/** Such a lane takes the parameter’s own span. */
export function withJudgedSpans(trace: KeelTrace, attempt: AttemptScore): KeelTrace {
  return {
    ...trace,
    lanes: trace.lanes.map((lane) => {
      const parameter = attempt.parameters.find((one) => one.parameter === lane.parameter);
      const known = parameter && parameter.measured !== 'not-measured';
      const judgedS: [number, number][] = known ? [[parameter.startS, parameter.endS]] : [];
      return { ...lane, judgedS: lane.judgedS ?? judgedS };
    }),
  };
}
