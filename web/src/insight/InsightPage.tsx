/** What the school sees of itself: five questions of a chief, and to an instructor their own grading. */
import { Button, NativeSelect } from '@mantine/core';
import { IconDownload, IconPrinter } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { useMe } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { useAddress } from '../frame/use-address.ts';
import { DayField } from '../parts/DayField.tsx';
import { MANEUVER_CHOICES } from '../parts/maneuvers.ts';
import { Waiting } from '../parts/states.tsx';
import { Answer } from './Answer.tsx';
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

export function InsightPage() {
  const me = useMe();
  const [asked, setPart] = useAddress('part', 'calls');
  const [from, setFrom] = useAddress('from', '');
  const [until, setUntil] = useAddress('until', '');
  const [maneuver, setManeuver] = useAddress('maneuver', '');
  if (!me.data) return <Waiting query={me} what="the school" />;
  const chief = me.data.role === 'chief';
  const part: Part = chief && asked in PARTS ? (asked as Part) : chief ? 'calls' : 'grading';
  const wanted = {
    ...(from && { from }),
    ...(until && { until }),
    ...(maneuver && { maneuver }),
  };
  const query = new URLSearchParams(part === 'grading' ? wanted : {}).toString();
  const shown: Record<Part, ReactNode> = {
    calls: <Calls />,
    grading: <GradingPart wanted={wanted} />,
    sticks: <SticksPart />,
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
              href={`/api/insight/meeting.pdf${query && `?${query}`}`}
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
        {part === 'grading' && (
          <>
            <div className="row insight-filters">
              <DayField label="From" value={from || null} onChange={(day) => setFrom(day ?? '')} />
              <DayField label="Until" value={until || null} onChange={(day) => setUntil(day ?? '')} />
              <NativeSelect
                label="Maneuver"
                value={maneuver}
                onChange={(event) => setManeuver(event.currentTarget.value)}
                data={[{ value: '', label: 'All' }, ...MANEUVER_CHOICES]}
              />
            </div>
            <Rounds chief={chief} />
          </>
        )}
        {shown[part]}
        {part === 'grading' && !chief && <Answer />}
      </div>
    </>
  );
}
