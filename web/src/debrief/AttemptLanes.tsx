/** The attempt on its time axis: the keel of what is judged, and what explains it; a stall's events come first. */
import type { AttemptScore, KeelTrace } from '@keel/core';
import { Button } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { useMemo } from 'react';
import type { Span } from './edges.ts';
import { KeelChart } from './KeelChart.tsx';
import { LanesTable } from './LanesTable.tsx';
import { StoryView } from './Story.tsx';
import { lanesOf } from './which-lanes.ts';

interface Props {
  attempt: AttemptScore;
  trace: KeelTrace;
  speedUnit: string;
  cursorS: number;
  setCursorS: (atS: number) => void;
  marks: readonly { id: string; atS: number; text: string }[];
  edges: Span | null;
  setEdges: (edges: Span) => void;
}

export function AttemptLanes({
  attempt,
  trace,
  speedUnit,
  cursorS,
  setCursorS,
  marks,
  edges,
  setEdges,
}: Props) {
  const [all, setAll] = useLocalStorage({ key: 'keel-all-lanes', defaultValue: false });
  const few = useMemo(() => lanesOf(trace, false), [trace]);
  const lanes = useMemo(() => (all ? lanesOf(trace, true) : few), [trace, all, few]);
  const { others } = few;
  const judged = useMemo(() => ({ ...trace, lanes: lanes.keel }), [trace, lanes]);
  const story = useMemo(
    () => (trace.story && lanes.story.length > 0 ? { ...trace.story, lanes: lanes.story } : null),
    [trace, lanes],
  );
  const shared = { attempt, speedUnit, cursorS, setCursorS };
  const told = story && <StoryView trace={trace} story={story} {...shared} />;
  return (
    <>
      {story?.around && told}
      <KeelChart trace={judged} marks={marks} edges={edges} setEdges={setEdges} {...shared} />
      {!story?.around && told}
      <div className="row spread lanes-foot">
        <LanesTable
          trace={trace}
          lanes={lanes}
          zeroS={trace.story?.around?.atS ?? attempt.startS}
          speedUnit={speedUnit}
          go={setCursorS}
        />
        {others.length > 0 && (
          <Button variant="subtle" size="compact-sm" aria-pressed={all} onClick={() => setAll(!all)}>
            {all ? 'Fewer lanes' : `${others.length} more: ${others.join(', ').toLowerCase()}`}
          </Button>
        )}
      </div>
    </>
  );
}
