/** The target card reduced to what matters now, and beside it how it is going. */
import {
  type Demonstration,
  isAimedAt,
  type Lane,
  powerDigits,
  type TargetCard,
  type TrainerSnapshot,
  variantAfter,
} from '@keel/core';
import { useEffect, useRef, useState } from 'react';
import { heading, numberText } from '../../parts/format.ts';
import { LiveLane } from './LiveLane.tsx';
import { StepNow } from './StepNow.tsx';

interface Props {
  card: TargetCard;
  lanes: readonly Lane[];
  demonstration: Demonstration;
  snapshot: TrainerSnapshot;
  speedUnit: { name: string; perKt: number };
  /** Nothing is prompted. */
  alone: boolean;
  passStep: () => void;
}

/** Between attempts the lanes show this much of the past. */
const LOOK_BACK_S = 40;
const KEPT_EVERY_S = 0.25;
const FULL_TURN_DEG = 360;

/** Well into the turn, and not yet rolling out. */
function isEstablished({ turn }: TargetCard, { attempt }: TrainerSnapshot): boolean {
  const turned = attempt?.turnedDeg ?? 0;
  return turned > 30 && turned < FULL_TURN_DEG - (turn?.rollOutLeadDeg ?? 0);
}

interface Flown {
  timeS: number;
  deviations: number[];
}

export function LiveCard({ card, lanes, demonstration, snapshot, speedUnit, alone, passStep }: Props) {
  const flown = useFlown(snapshot);
  const { attempt } = snapshot;
  const turns = card.bankDeg > 0 && card.turn !== null;
  const beganS = attempt?.startS ?? snapshot.timeS - LOOK_BACK_S;
  const widthS = attempt
    ? Math.max(demonstration.lanes[0]?.length * demonstration.stepS || 60, snapshot.timeS - beganS + 2)
    : LOOK_BACK_S;
  const since = flown.filter(({ timeS }) => timeS >= beganS);
  const { entry, turn } = card;
  const kias = entry.airspeedKias;
  const facts = [
    `${numberText(entry.altitudeFt)} ft`,
    kias !== null && `${numberText(kias * speedUnit.perKt)} ${speedUnit.name}`,
    card.bankDeg > 0 && `${card.bankDeg}°`,
    turn && `roll out ${heading(turn.rollOutHeadingDeg)}°`,
    card.power && `${numberText(card.power.maneuverRpm, powerDigits(card.power.unit))} ${card.power.unit}`,
  ].filter(Boolean);
  return (
    <>
      <h2>
        {card.title} {variantAfter(card.variant)}
      </h2>
      <p className="quiet small">{facts.join(' · ')}</p>
      {!alone && <StepNow look={snapshot.coach} shown={snapshot.holder === 'instructor'} pass={passStep} />}
      {turns && turn && (
        <div className="turned" title="Turned of 360°; the mark: begin the roll-out">
          <div className="turned-bar">
            <div style={{ width: `${Math.min(100, ((attempt?.turnedDeg ?? 0) / FULL_TURN_DEG) * 100)}%` }} />
            <i style={{ left: `${((FULL_TURN_DEG - turn.rollOutLeadDeg) / FULL_TURN_DEG) * 100}%` }} />
          </div>
          <strong>{numberText(attempt?.turnedDeg ?? 0)}°</strong>
        </div>
      )}
      {lanes.map((lane, i) =>
        alone || isAimedAt(lane, snapshot.coach.aims) ? (
          <LiveLane
            key={lane.parameter}
            lane={lane}
            flown={since.map(({ timeS, deviations }) => ({ atS: timeS - beganS, deviation: deviations[i] }))}
            shown={attempt ? demonstration.lanes[i] : []}
            shownStepS={demonstration.stepS}
            widthS={widthS}
            deviation={snapshot.deviations[i]}
            // Rolling in and out the bank is on its way, and nothing is wrong with it.
            judged={lane.parameter !== 'bank' || isEstablished(card, snapshot)}
            speedUnit={speedUnit}
          />
        ) : null,
      )}
    </>
  );
}

/** The deviations of the last minutes, a few a second. */
function useFlown(snapshot: TrainerSnapshot): readonly Flown[] {
  const kept = useRef<Flown[]>([]);
  const [, shown] = useState(0);
  useEffect(() => {
    const last = kept.current.at(-1)?.timeS ?? Number.NEGATIVE_INFINITY;
    if (snapshot.timeS - last < KEPT_EVERY_S) return;
    kept.current = [
      // A jump in time is a new entry: what was before belongs to another attempt.
      ...(snapshot.timeS - last > 5 ? [] : kept.current.slice(-1200)),
      { timeS: snapshot.timeS, deviations: snapshot.deviations },
    ];
    shown(snapshot.timeS);
  }, [snapshot]);
  return kept.current;
}
