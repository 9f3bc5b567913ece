/** The day of the solo: landings, this student’s limits, and a check that is walked through and decides nothing. */
import { Button } from '@mantine/core';
import { Link, useParams } from 'react-router';
import { useLandings, useMe, useRelease } from '../api/hooks.ts';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Caution } from '../parts/caution.tsx';
import { Waiting } from '../parts/states.tsx';
import { Check } from './Check.tsx';
import { Ledger } from './Ledger.tsx';
import { Limits } from './Limits.tsx';
import { LastCheck } from './ReleaseItems.tsx';
import './record.css';

export function SoloPage() {
  const { studentId = '' } = useParams();
  const release = useRelease(studentId);
  const landings = useLandings(studentId);
  const { data: me } = useMe();
  useSetCurrent({ studentId });
  if (!release.data || !me) return <Waiting query={release} what="the limits" />;
  if (!landings.data) return <Waiting query={landings} what="the landings" />;
  const { student } = release.data;
  const staff = me.role !== 'student';
  return (
    <>
      <TitleBar
        title={
          <>
            <Link to={`/path/${student.id}`}>{student.name}</Link>: the day of a solo
          </>
        }
        about="A check to walk through. It decides nothing."
      >
        {release.data.last && (
          <Button
            component="a"
            href={`/api/students/${student.id}/release.pdf`}
            target="_blank"
            variant="default"
          >
            The last check, PDF
          </Button>
        )}
      </TitleBar>
      <div className="page">
        <div className="columns solo-columns">
          <div className="stack">
            {staff ? (
              <Check release={release.data} kept={(next) => release.mutate(next, { revalidate: false })} />
            ) : (
              <LastCheck release={release.data} />
            )}
          </div>
          <div className="stack">
            <Limits
              key={JSON.stringify(release.data.limits)}
              release={release.data}
              staff={staff}
              kept={(next) => release.mutate(next, { revalidate: false })}
            />
            <Ledger
              landings={landings.data}
              studentId={student.id}
              staff={staff}
              kept={(next) => landings.mutate(next, { revalidate: false })}
            />
          </div>
        </div>
        <Caution>
          Only the instructor releases a student, at the field, with the airplane’s handbook and local rules
          first.
        </Caution>
      </div>
    </>
  );
}
