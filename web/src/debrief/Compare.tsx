/** Attempts over each other, aligned by what was being done: of this flight, and of the student's others. */
import {
  type AttemptStatements,
  averageKeel,
  type Judge,
  type KeelTrace,
  type RecordingView,
} from '@keel/core';
import { Chip } from '@mantine/core';
import { type ReactNode, useMemo, useState } from 'react';
import { useAlongside, useKeels } from '../api/hooks.ts';
import { Failed, Loading } from '../parts/states.tsx';
import { CompareChart, DASHES, INKS } from './CompareChart.tsx';
import { CompareFigures } from './CompareFigures.tsx';
import {
  type Comparable,
  nameHere,
  ofOtherFlights,
  ofThisFlight,
  recentOf,
  titleOf,
  usualChoice,
} from './comparable.ts';
import './compare.css';

interface Props {
  recording: RecordingView;
  index: number;
  statements: AttemptStatements[];
  judge: Judge;
}

const MOST = DASHES.length;
const AVERAGE = 'average';

export function Compare({ recording, index, statements, judge }: Props) {
  const attempts = recording.score!.attempts;
  const own = attempts[index];
  const alongside = useAlongside(recording.id, index, recording.scoredAt);
  const here = useMemo(() => ofThisFlight(attempts, statements, index), [attempts, statements, index]);
  const elsewhere = useMemo(() => ofOtherFlights(alongside.data ?? []), [alongside.data]);
  const recent = useMemo(() => recentOf(alongside.data ?? []), [alongside.data]);
  const [picked, setPicked] = useState<string[] | null>(null);
  // The page's cursor moves at every frame of a replay: what is laid beside it is made once, and its chart drawn once.
  const chosen = useMemo(
    () => picked ?? usualChoice(here, elsewhere, statements, { index, variant: own.variant }),
    [picked, here, elsewhere, statements, index, own.variant],
  );
  const laid = useMemo(
    () => [...here, ...elsewhere].filter(({ key }) => chosen.includes(key)).slice(0, MOST - 1),
    [here, elsewhere, chosen],
  );
  const compared = useMemo(() => [own, ...laid.map(({ attempt }) => attempt)], [own, laid]);
  const numbers = [index, ...laid.flatMap(({ keel }) => (typeof keel === 'number' ? [keel] : []))];
  const keels = useKeels(recording.id, numbers, recording.scoredAt);
  const fetched = keels.data?.length === numbers.length ? keels.data : undefined;
  const reference = fetched?.[0];
  const traces = useMemo(() => {
    // Those of this flight come in the order in which they are laid.
    let nth = 1;
    const others = laid.map(({ keel }): KeelTrace | undefined =>
      typeof keel === 'number' ? fetched?.[nth++] : keel,
    );
    return [fetched?.[0], ...others].flatMap((trace) => trace ?? []);
  }, [laid, fetched]);
  const averaged = chosen.includes(AVERAGE) && recent.length > 1;
  const average = useMemo(
    () =>
      averaged && reference
        ? averageKeel(
            { attempt: own, trace: reference },
            recent.map(({ score, trace }) => ({ attempt: score, trace })),
          )
        : [],
    [averaged, reference, own, recent],
  );
  if (here.length === 0 && elsewhere.length === 0 && !alongside.isLoading)
    return (
      <p className="quiet">
        There is no other {titleOf(own)} to compare with yet, in this recording or an earlier one. Two tries
        and a demonstration in one lesson compare best.
      </p>
    );
  const names = [nameHere(index, own, statements[index]), ...laid.map(({ name }) => name)];
  return (
    <section aria-label="Compare" className="compare">
      <Chip.Group multiple value={chosen} onChange={(values: string[]) => setPicked(latest(values))}>
        <Choices title="Of this flight" of={here} />
        <Choices title="Of other flights" of={elsewhere}>
          {recent.length > 1 && (
            <Chip value={AVERAGE} size="sm" variant="outline">
              the last {recent.length}, averaged
            </Chip>
          )}
        </Choices>
      </Chip.Group>
      {keels.error && <Failed error={keels.error} />}
      {traces.length < names.length && !keels.error && <Loading what="the keels" />}
      {traces.length === names.length && (
        <>
          <ul className="compare-legend">
            {names.map((name, k) => (
              <li key={name}>
                <Dashes nth={k} />
                {k === 0 ? <strong>{name}</strong> : name}
              </li>
            ))}
            {average.length > 0 && (
              <li>
                <span className="compare-spread" aria-hidden="true" />
                the last {recent.length}: mean, with the range from lowest to highest
              </li>
            )}
          </ul>
          <CompareChart
            attempts={compared}
            traces={traces}
            average={average}
            speedUnit={recording.airplane.speedUnit}
          />
          <CompareFigures
            attempts={compared}
            names={names}
            sample={(nth) => <Dashes nth={nth} />}
            judge={judge}
            speedUnit={recording.airplane.speedUnit}
          />
        </>
      )}
    </section>
  );
}

/** The last ones chosen, as many as can be told apart; the average is no line and takes no place. */
function latest(values: readonly string[]): string[] {
  const lines = values.filter((value) => value !== AVERAGE).slice(-(MOST - 1));
  return values.includes(AVERAGE) ? [...lines, AVERAGE] : lines;
}

function Choices(props: { title: string; of: readonly Comparable[]; children?: ReactNode }) {
  if (props.of.length === 0) return null;
  return (
    <div className="row" style={{ flexWrap: 'wrap' }}>
      <span className="small quiet">{props.title}</span>
      {props.of.map(({ key, name }) => (
        <Chip key={key} value={key} size="sm" variant="outline">
          {name}
        </Chip>
      ))}
      {props.children}
    </div>
  );
}

const Dashes = ({ nth }: { nth: number }) => (
  <svg width={34} height={8} aria-hidden="true">
    <line
      x1={0}
      x2={34}
      y1={4}
      y2={4}
      stroke={`var(--${INKS[nth]})`}
      strokeWidth={nth === 0 ? 3 : 1.8}
      strokeDasharray={DASHES[nth] === 'solid' ? undefined : (DASHES[nth] as number[]).join(' ')}
    />
  </svg>
);
