/** When a deviation becomes a finding. Data: a school edits its copy. Units are in the names. */
import { z } from 'zod';

export const thresholdsSchema = z.object({
  general: z.object({
    entryS: z.number().positive(),
    entryVerticalSpeedFpm: z.number().positive(),
    entryAirspeedKt: z.number().positive(),
    entryHeadingDeg: z.number().positive(),
    clearingHeadingDeg: z.number().positive(),
    clearingWithinS: z.number().positive(),
    settleS: z.number().positive(),
    stallWarningS: z.number().positive(),
    ballG: z.number().positive(),
    ballS: z.number().positive(),
  }),
  steepTurn: z.object({
    rollInDegPerS: z.number().positive(),
    altLossRollInFt: z.number().positive(),
    altGainRolloutFt: z.number().positive(),
    altGainWithinS: z.number().positive(),
    bankBeyondS: z.number().positive(),
    bankSpreadDeg: z.number().positive(),
    speedDecayKt: z.number().positive(),
    powerUnchangedSpeedKt: z.number().positive(),
    powerReversals: z.number().positive(),
    powerReversalRpm: z.number().positive(),
    powerReversalPct: z.number().positive(),
    rolloutDeg: z.number().positive(),
    completeTurnDeg: z.number().positive(),
    spiralBankDeg: z.number().positive(),
    spiralDescentFpm: z.number().positive(),
  }),
});
export type Thresholds = z.infer<typeof thresholdsSchema>;

export const DEFAULT_THRESHOLDS: Thresholds = {
  general: {
    entryS: 10,
    entryVerticalSpeedFpm: 200,
    entryAirspeedKt: 3,
    entryHeadingDeg: 5,
    clearingHeadingDeg: 80,
    clearingWithinS: 180,
    settleS: 15,
    stallWarningS: 1,
    ballG: 0.05,
    ballS: 3,
  },
  steepTurn: {
    rollInDegPerS: 20,
    altLossRollInFt: 50,
    altGainRolloutFt: 50,
    altGainWithinS: 10,
    bankBeyondS: 2,
    bankSpreadDeg: 10,
    speedDecayKt: 10,
    powerUnchangedSpeedKt: 5,
    powerReversals: 3,
    powerReversalRpm: 100,
    powerReversalPct: 5,
    rolloutDeg: 10,
    completeTurnDeg: 270,
    spiralBankDeg: 55,
    spiralDescentFpm: 1500,
  },
};
