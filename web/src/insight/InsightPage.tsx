/** What the school sees of itself: five questions of a chief, and to an instructor their own grading. */
import type { InsightQuery } from '@keel/core';
import { Button } from '@mantine/core';
import { IconDownload, IconPrinter } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { useMe } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { useAddress } from '../frame/use-address.ts';
import { Waiting } from '../parts/states.tsx';
import { Answer } from './Answer.tsx';
import { type Filter, Filters } from './Filters.tsx';
import { AirplanesPart, Calls, GradingPart, SoloPart, SticksPart } from './parts.tsx';
import { Rounds } from './Rounds.tsx';
import './insight.css';

const PARTS = {
  calls: 'Who needs a call',
  grading: 'Do we grade alike',
  sticks: 'Where students stick',
  solo: 'What solo takes',
  airplanes: 'The airplanes',
} as const;
type Part = keyof typeof PARTS;
const FILTERS: Readonly<Record<Part, readonly Filter[]>> = {
  calls: ['instructor'],
  grading: ['from', 'until', 'maneuver'],
  sticks: ['until', 'maneuver', 'airplane'],
  solo: [],
  airplanes: [],
};

export function InsightPage() {
  const me = useMe();
  const [asked, setPart] = useAddress('part', 'calls');
  const address: Readonly<Record<Filter, ReturnType<typeof useAddress>>> = {
    from: useAddress('from', ''),
    until: useAddress('until', ''),
    maneuver: useAddress('maneuver', ''),
    airplane: useAddress('airplane', ''),
    instructor: useAddress('instructor', ''),
  };
  const [talk, setTalk] = useAddress('talk', '');
  if (!me.data) return <Waiting query={me} what="the school" />;
  const chief = me.data.role === 'chief';
  const part: Part = chief && asked in PARTS ? (asked as Part) : chief ? 'calls' : 'grading';
  const wanted: InsightQuery = Object.fromEntries(
    FILTERS[part].flatMap((filter) => (address[filter][0] ? [[filter, address[filter][0]]] : [])),
  );
  const query = new URLSearchParams(wanted).toString();
  const forMeeting = new URLSearchParams({ ...wanted, ...(talk && { talk }) }).toString();
  const filters = (
    <Filters shown={FILTERS[part]} wanted={wanted} put={(filter, value) => address[filter][1](value)} />
  );
  const shown: Record<Part, ReactNode> = {
    calls: <Calls wanted={wanted} />,
    grading: <GradingPart wanted={wanted} />,
    sticks: (
      <SticksPart
        wanted={wanted}
        talk={talk ? talk.split(',') : []}
        setTalk={(chosen) => setTalk(chosen.join(','))}
        filters={filters}
      />
    ),
    solo: <SoloPart />,
    airplanes: <AirplanesPart />,
  };
  return (
    <>
      <TitleBar
        title={chief ? 'Insight' : 'Your grading'}
        about={chief ? 'For standardization and care: never for pay, and nobody is ranked' : undefined}
      >
        {chief && (
          <>
            <Button
              component="a"
              href={`/api/insight/${part}/csv${query && `?${query}`}`}
              variant="default"
              leftSection={<IconDownload size={16} />}
            >
              CSV
            </Button>
            <Button
              component="a"
              href={`/api/insight/meeting.pdf${forMeeting && `?${forMeeting}`}`}
              target="_blank"
              leftSection={<IconPrinter size={16} />}
            >
              For the meeting
            </Button>
          </>
        )}
      </TitleBar>
      <div className="page">
        {chief && (
          <nav aria-label="Questions" className="insight-parts">
            {(Object.keys(PARTS) as Part[]).map((one) => (
              <button
                key={one}
                type="button"
                aria-current={one === part ? 'page' : undefined}
                onClick={() => setPart(one)}
              >
                {PARTS[one]}
              </button>
            ))}
          </nav>
        )}
        {part !== 'sticks' && filters}
        {part === 'grading' && <Rounds chief={chief} />}
        {shown[part]}
        {part === 'grading' && !chief && <Answer />}
      </div>
    </>
  );
}
