/** One round: attempt after attempt, graded by what was flown alone; once it is closed, how all graded it. */
import { type Round, verdictName } from '@keel/core';
import { Button } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { IconChevronLeft, IconChevronRight } from '@tabler/icons-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { answered, api } from '../api/client.ts';
import { useMe, useRound } from '../api/hooks.ts';
import { GradeButtons } from '../debrief/Grading.tsx';
import { KeelChart } from '../debrief/KeelChart.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { useAddress } from '../frame/use-address.ts';
import { day } from '../parts/format.ts';
import { sent } from '../parts/sent.ts';
import { Empty, Waiting } from '../parts/states.tsx';
import { useGrades } from '../parts/use-grades.ts';
import './insight.css';

export function RoundPage() {
  const { roundId = '' } = useParams();
  const round = useRound(roundId);
  const { data: me } = useMe();
  const [asked, setAsked] = useAddress('attempt', '1');
  if (!round.data || !me) return <Waiting query={round} what="the round" />;
  const { title, list, closedAt, madeBy } = round.data;
  const nth = Math.max(0, Math.min(list.length - 1, Number(asked) - 1 || 0));
  const left = list.filter(({ own }) => own === null).length;
  const close = () => sent(answered(api.rounds[':id'].close.$post({ param: { id: roundId } })), 'Not closed');
  return (
    <>
      <TitleBar
        title={title}
        about={
          closedAt
            ? `Blind round by ${madeBy}, closed ${day(closedAt)}`
            : `Blind round by ${madeBy}: ${left === 0 ? 'you have graded all' : `${left} of ${list.length} left to grade`}`
        }
      >
        <Button component={Link} to="/insight?part=grading" variant="default">
          All rounds
        </Button>
        {me.role === 'chief' && !closedAt && <Button onClick={close}>Close the round</Button>}
      </TitleBar>
      <div className="page">
        {list.length === 0 ? (
          <Empty title="Nothing in this round">Its recordings have been removed since.</Empty>
        ) : (
          <BlindAttempt
            key={nth}
            roundId={roundId}
            one={list[nth]}
            of={list.length}
            closed={closedAt !== null}
            go={(step) => setAsked(String(Math.max(1, Math.min(list.length, nth + 1 + step))))}
          />
        )}
      </div>
    </>
  );
}

function BlindAttempt(props: {
  roundId: string;
  one: Round['list'][number];
  of: number;
  closed: boolean;
  go: (step: number) => void;
}) {
  const { roundId, one, of, closed, go } = props;
  const { nth, title, attempt, trace, speedUnit, own } = one;
  const [cursorS, setCursorS] = useState(attempt.startS);
  const grade = async (given: number) => {
    const param = { id: roundId, nth: String(nth) };
    await sent(
      answered(api.rounds[':id'].grades[':nth'].$put({ param, json: { grade: given } })),
      'Not graded',
    );
  };
  useHotkeys([
    ['[', () => go(-1)],
    [']', () => go(1)],
    ...[1, 2, 3, 4].map((given): [string, () => void] => [String(given), () => closed || void grade(given)]),
  ]);
  return (
    <>
      <section className="sheet stack" aria-label={`Attempt ${nth + 1}`}>
        <div className="row spread">
          <h2>
            {nth + 1} of {of}: {title}
          </h2>
          <div className="row">
            <Button
              variant="default"
              leftSection={<IconChevronLeft size={16} />}
              disabled={nth === 0}
              onClick={() => go(-1)}
            >
              Previous
            </Button>
            <Button
              variant="default"
              rightSection={<IconChevronRight size={16} />}
              disabled={nth === of - 1}
              onClick={() => go(1)}
            >
              Next
            </Button>
          </div>
        </div>
        <KeelChart
          attempt={attempt}
          trace={trace}
          speedUnit={speedUnit}
          cursorS={cursorS}
          setCursorS={setCursorS}
          marks={[]}
        />
      </section>
      {closed ? (
        <HowAllGraded one={one} />
      ) : (
        <section className="sheet stack" aria-label="Your grade">
          <h3>Your grade: by what was flown, keys 1 to 4</h3>
          <GradeButtons value={own} choose={(given) => void grade(given)} label="Your grade" />
        </section>
      )}
    </>
  );
}

/** Each grade with who gave it, one's own marked; the program's verdict under it. */
function HowAllGraded({ one: { grades, verdict } }: { one: Round['list'][number] }) {
  const names = useGrades();
  return (
    <section className="sheet stack" aria-label="How all graded it">
      <h3>How all graded it</h3>
      <ul className="insight-spread">
        {names.map(({ grade, name }) => {
          const given = (grades ?? []).filter((one) => one.grade === grade);
          return (
            <li key={grade}>
              <strong>
                {grade} {name}
              </strong>
              <span>
                {given.length === 0
                  ? 'nobody'
                  : given.map(({ own, name }) => (own ? 'you' : (name ?? 'another'))).join(', ')}
              </span>
            </li>
          );
        })}
      </ul>
      {verdict && <p className="small quiet">The program: {verdictName(verdict)}.</p>}
    </section>
  );
}
