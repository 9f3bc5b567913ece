/** What is one's own: the password, the second step, and where one is signed in. */
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { answered, api, messageOf } from '../api/client.ts';
import { useMe, useSessions } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { dayAndTime } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { Waiting } from '../parts/states.tsx';
import { Agreements } from './Agreements.tsx';
import { MyCalendar } from './MyCalendar.tsx';
import { ChangePassword, SecondStep } from './OwnDoor.tsx';
import { SharedDevice } from './SharedDevice.tsx';
import { Yours } from './Yours.tsx';
import './people.css';

export function MyPage() {
  const { data: me } = useMe();
  const sessions = useSessions();
  if (!sessions.data) return <Waiting query={sessions} what="your sessions" />;
  const end = async (id: string) => {
    try {
      await answered(api.me.sessions[':id'].$delete({ param: { id } }));
      await sessions.mutate();
    } catch (error) {
      notifications.show({ color: 'red', title: 'Not ended', message: messageOf(error) });
    }
  };
  return (
    <>
      <TitleBar title={me?.name ?? ''} about={me?.email ?? ''} />
      <div className="page">
        <div className="own-door">
          <ChangePassword />
          <SecondStep />
        </div>
        <SharedDevice />
        {me && <Yours me={me} />}
        <MyCalendar />
        {me?.role === 'student' && (
          <section className="sheet stack" aria-labelledby="agreed">
            <h2 id="agreed">Your agreements</h2>
            <Agreements studentId={me.id} />
          </section>
        )}
        {me?.role === 'student' && (
          <section className="sheet row spread" aria-label="Your archive">
            <div>
              <h2>Your archive</h2>
              <p className="small quiet">
                All that the school knows of your flying: lessons, recordings, grades, logbook. Another school
                can import it.
              </p>
            </div>
            <Button
              component="a"
              href={`/api/students/${me.id}/archive`}
              variant="default"
              style={{ flexShrink: 0 }}
            >
              Download
            </Button>
          </section>
        )}
        <section className="sheet stack" aria-labelledby="signed-in">
          <h2 id="signed-in">Where you are signed in</h2>
          <p className="small quiet">
            End sessions that you do not recognise, or that you left open on a shared device.
          </p>
          <div className="scrolls" data-scrolls>
            <PlainTable>
              <thead>
                <tr>
                  <th scope="col">Device</th>
                  <th scope="col">Since</th>
                  <th scope="col">Last used</th>
                  <th scope="col" aria-label="Actions" />
                </tr>
              </thead>
              <tbody>
                {sessions.data.map(({ id, device, since, seenAt, thisOne }) => (
                  <tr key={id}>
                    <td>
                      <strong>{device}</strong>
                      {thisOne && <span className="quiet"> · this one</span>}
                    </td>
                    <td className="nowrap">{dayAndTime(since)}</td>
                    <td className="nowrap">{dayAndTime(seenAt)}</td>
                    <td>
                      {!thisOne && (
                        <Button variant="default" size="compact-md" onClick={() => end(id)}>
                          End
                        </Button>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </PlainTable>
          </div>
        </section>
      </div>
    </>
  );
}
