/** Landings and go-arounds as rows, written with the score that shows them. */
import { type Approach, type ApproachFigures, approachFigures, dayIn, type Score } from '@keel/core';
import type { EntityManager } from 'typeorm';
import { LandingEntity, type OwnedRecording, type School, zoneOf } from '../db/entities.ts';

/** @param score null where nothing of the recording is shown. */
export async function writeLandings(
  manager: EntityManager,
  { schoolId, id: recordingId, studentId, flownAt, flownIn }: OwnedRecording,
  school: School,
  score: Score | null,
): Promise<void> {
  await manager.delete(LandingEntity, { schoolId, recordingId });
  if (!score?.flight || flownIn !== 'airplane') return;
  const { landings, goArounds, goAroundList = [], approaches = [] } = score.flight;
  const seen = [
    ...(landings ?? []).map(({ atS, kind, powerOff }) => ({ kind: kind ?? 'full-stop', atS, powerOff })),
    // A score from before they were listed knows how many there were, and not when.
    ...Array.from({ length: goArounds ?? 0 }, (_, i) => ({
      kind: 'go-around',
      atS: goAroundList[i]?.atS ?? null,
      powerOff: null,
    })),
  ];
  if (seen.length === 0) return;
  const zone = zoneOf(school);
  await manager.insert(
    LandingEntity,
    seen.map(({ kind, atS, powerOff }, nth) => {
      const at = new Date(flownAt.getTime() + 1000 * (atS ?? 0));
      return {
        schoolId,
        recordingId,
        nth,
        studentId,
        kind,
        atS,
        powerOff,
        approach: approachEnding(approaches, atS),
        flownAt: at,
        day: dayIn(at, zone),
      };
    }),
  );
}

/** Both are told by the same moment; the touch of one may be found a little later. */
const SAME_S = 5;

function approachEnding(approaches: readonly Approach[], atS: number | null): ApproachFigures | null {
  const own = atS === null ? undefined : approaches.find(({ endS }) => Math.abs(endS - atS) < SAME_S);
  return own ? approachFigures(own) : null;
}
