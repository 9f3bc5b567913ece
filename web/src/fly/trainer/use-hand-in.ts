/** A flight of the trainer handed in: scored like a recording, and marked for what it is. */
import { type Lesson, requireRoom } from '@keel/core';
import { notifications } from '@mantine/notifications';
import { useCallback, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, messageOf, read } from '../../api/client.ts';
import type { TrainerLink } from './use-trainer.ts';

export function useHandIn(trainer: TrainerLink, practised: string, lesson: Lesson) {
  const [handing, setHanding] = useState(false);
  const navigate = useNavigate();
  const handIn = useCallback(async () => {
    setHanding(true);
    const flight = await trainer.finish();
    try {
      const created = await read(
        api.lessons[':id']['trainer-flight'].$post({
          param: { id: lesson.id },
          json: { ...flight, maneuver: practised === 'pattern' ? practised : requireRoom(practised).id },
        }),
      );
      navigate(`/debrief/${created.id}`);
    } catch (error) {
      setHanding(false);
      notifications.show({ message: messageOf(error), color: 'red' });
    }
  }, [trainer, lesson.id, practised, navigate]);
  return { handing, handIn };
}
