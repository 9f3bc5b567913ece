/** The five parts of what a school sees of itself: a picture first, its table behind it. */
import {
  BOOK_ERROR,
  callsTable,
  type FleetFigures,
  findingName,
  fleetTables,
  type Grading,
  gradingTables,
  type InsightQuery,
  type Sticks,
  soloTables,
  sticksTables,
  type ToSolo,
} from '@keel/core';
import { Button, SegmentedControl } from '@mantine/core';
import { type ReactNode, useMemo } from 'react';
import { answered, api } from '../api/client.ts';
import { useCalls, useFleetFigures, useGrading, useSticks, useToSolo } from '../api/hooks.ts';
import { useAddress } from '../frame/use-address.ts';
import { Coming } from '../parts/states.tsx';
import { type IntervalRow, Intervals } from './Intervals.tsx';
import { StillWaiting } from './StillWaiting.tsx';
import { TableOf } from './TableOf.tsx';

export function Calls({ wanted }: { wanted: InsightQuery }) {
  const calls = useCalls(wanted);
  if (!calls.data) return <Coming query={calls} what="who needs a call" />;
  return <TableOf table={callsTable(calls.data)} />;
}

export function GradingPart({ wanted }: { wanted: InsightQuery }) {
  const grading = useGrading(wanted);
  const rows = useMemo(() => leanRows(grading.data), [grading.data]);
  if (!grading.data) return <Coming query={grading} what="how the school grades" />;
  const [blind, ...rest] = gradingTables(grading.data);
  return (
    <>
      <TableOf table={blind}>
        <Intervals
          rows={rows}
          axis="grades above (+) or below (−) the others on the same attempts"
          zero={0}
          says="Grades above or below the others, by instructor, with intervals; the table below has the figures"
        />
      </TableOf>
      {rest.map((table) => (
        <TableOf key={table.title} table={table} />
      ))}
    </>
  );
}

const leanRows = (grading: Grading | undefined): IntervalRow[] =>
  (grading?.instructors ?? []).flatMap(({ instructor, blind: { lean, interval, told } }) =>
    lean === null
      ? []
      : [
          {
            name: instructor.name,
            value: lean,
            low: interval?.low ?? lean,
            high: interval?.high ?? lean,
            told,
          },
        ],
  );

/** Of the faults in the picture: the table has all. */
const MOST_FAULTS = 14;

interface SticksPartProps {
  wanted: InsightQuery;
  /** Faults that were chosen for the meeting. */
  talk: readonly string[];
  setTalk: (talk: string[]) => void;
  /** What narrows the faults; how long a skill takes is of the whole school. */
  filters: ReactNode;
}

export function SticksPart({ wanted, talk, setTalk, filters }: SticksPartProps) {
  const sticks = useSticks(wanted);
  const rows = useMemo(() => (sticks.data ? stickRows(sticks.data) : null), [sticks.data]);
  if (!sticks.data || !rows) return <Coming query={sticks} what="where students stick" />;
  const [skills, faults] = sticksTables(sticks.data);
  const found = sticks.data.faults;
  const choose = (i: number) => {
    const { finding } = found[i];
    const chosen = talk.includes(finding);
    return (
      <Button
        variant={chosen ? 'filled' : 'default'}
        size="compact-sm"
        aria-pressed={chosen}
        onClick={() => setTalk(chosen ? talk.filter((one) => one !== finding) : [...talk, finding])}
      >
        For the meeting
      </Button>
    );
  };
  return (
    <>
      <TableOf table={skills}>
        <Intervals
          rows={rows.skills}
          axis="lessons in which it was flown, until ready: the middle student, and the middle half"
          says="Lessons until ready, by skill; the table below has the figures"
        />
      </TableOf>
      {filters}
      <TableOf table={faults} more={found.length > 0 ? choose : undefined}>
        <Intervals
          rows={rows.faults}
          axis="in 100 attempts of the maneuver; hollow: the 13 weeks before"
          says="Faults in a hundred attempts, this quarter and the last; the table below has the figures"
        />
      </TableOf>
    </>
  );
}

const stickRows = ({ skills, faults }: Sticks): Record<'skills' | 'faults', IntervalRow[]> => ({
  skills: skills
    .flatMap(({ title, lessons: { lower, median, upper } }): IntervalRow[] =>
      median === null ? [] : [{ name: title, value: median, low: lower, high: upper }],
    )
    .sort((a, b) => b.value - a.value),
  faults: faults.slice(0, MOST_FAULTS).flatMap(({ finding, now, before, told }): IntervalRow[] =>
    now.per100 === null
      ? []
      : [
          {
            name: findingName(finding),
            value: now.per100,
            low: now.interval?.low ?? null,
            high: now.interval?.high ?? null,
            told: told !== null,
            before: before.per100,
          },
        ],
  ),
});

const COUNTED = ['lessons', 'hours', 'weeks'] as const;

export function SoloPart() {
  const solo = useToSolo();
  const [by, setBy] = useAddress('by', 'lessons');
  if (!solo.data) return <Coming query={solo} what="what solo takes" />;
  const counted = COUNTED.find((one) => one === by) ?? 'lessons';
  const [first, ...rest] = soloTables(solo.data);
  const { steps }: ToSolo['lessons'] = solo.data[counted];
  return (
    <>
      <TableOf table={first}>
        {steps.length > 0 && (
          <SegmentedControl
            aria-label="Counted in"
            data={COUNTED.map((value) => ({ value, label: value }))}
            value={counted}
            onChange={setBy}
            style={{ alignSelf: 'start' }}
          />
        )}
        <StillWaiting steps={steps} axis={`${counted} since the first flight`} />
      </TableOf>
      {rest.map((table) => (
        <TableOf key={table.title} table={table} />
      ))}
    </>
  );
}

export function AirplanesPart() {
  const fleet = useFleetFigures();
  const rows = useMemo(() => driftRows(fleet.data ?? []), [fleet.data]);
  if (!fleet.data) return <Coming query={fleet} what="the airplanes’ figures" />;
  const [exceeded, figures] = fleetTables(fleet.data);
  const unseen = fleet.data.flatMap((one) => one.exceeded);
  const seen = (i: number) => {
    const { recordingId, nth, seenAt } = unseen[i];
    if (seenAt) return null;
    return (
      <Button
        variant="default"
        size="compact-sm"
        onClick={() =>
          answered(
            api.insight.exceedances[':id'][':nth'].seen.$post({
              param: { id: recordingId, nth: String(nth) },
            }),
          )
        }
      >
        I have seen it
      </Button>
    );
  };
  return (
    <>
      <TableOf table={exceeded} more={unseen.length > 0 ? seen : undefined} />
      <TableOf table={figures}>
        <Intervals
          rows={rows}
          axis="above (+) or below (−) the book, lately; 1 is what a book is good for: 50 rpm, 3 kt"
          zero={0}
          says="Each airplane’s figures beside its book; the table below has them"
        />
      </TableOf>
    </>
  );
}

/** Only what the book says as well can be laid beside it. */
const driftRows = (fleet: FleetFigures): IntervalRow[] =>
  fleet.flatMap(({ airplane, figures }) =>
    figures.flatMap(({ label, unit, book, periods, drifts }): IntervalRow[] => {
      const last = periods.at(-1);
      const good = BOOK_ERROR[unit];
      if (book === null || !last || !good) return [];
      const share = (value: number) => (value - book) / good;
      return [
        {
          name: `${airplane.name}, ${label}`,
          value: share(last.value),
          low: share(last.value - last.uncertainty),
          high: share(last.value + last.uncertainty),
          told: drifts,
        },
      ];
    }),
  );
