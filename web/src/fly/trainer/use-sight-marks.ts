/** Sight pictures: which one lies over the windscreen, and the one that is marked now. */
import type { Lesson, TrainerOptions } from '@keel/core';
import { notifications } from '@mantine/notifications';
import { useCallback, useMemo, useState } from 'react';
import { useSWRConfig } from 'swr';
import { api, messageOf, read } from '../../api/client.ts';
import { speedIn } from '../../parts/format.ts';
import type { TrainerLink } from './use-trainer.ts';

/** A lesson keeps so many; the oldest goes. */
const KEPT = 12;

export function useSightMarks(trainer: TrainerLink, { card, airplane }: TrainerOptions, lesson: Lesson) {
  const [pictured, setPictured] = useState<string | null>('demonstration');
  const { mutate } = useSWRConfig();
  const { ready } = trainer;
  const mark = useCallback(async () => {
    const now = trainer.latest.current;
    if (!now) return;
    const { pitch_deg, bank_deg, ias_kt } = now.reading;
    const picture = {
      id: crypto.randomUUID(),
      maneuver: card.maneuver,
      label: `${card.title}, ${Math.round(speedIn(ias_kt, airplane.speedUnit))} ${airplane.speedUnit}${Math.abs(bank_deg) > 5 ? `, ${Math.round(Math.abs(bank_deg))}° ${bank_deg < 0 ? 'left' : 'right'}` : ''}`,
      kias: ias_kt,
      pitchDeg: pitch_deg,
      bankDeg: bank_deg,
    };
    try {
      const kept = await read(
        api.lessons[':id']['sight-pictures'].$put({
          param: { id: lesson.id },
          json: [...lesson.sightPictures.slice(1 - KEPT), picture],
        }),
      );
      await mutate(`/lessons/${lesson.id}`, kept, { revalidate: false });
      setPictured(picture.id);
    } catch (error) {
      notifications.show({ message: messageOf(error), color: 'red' });
    }
  }, [trainer.latest, card, airplane.speedUnit, lesson, mutate]);

  const pictures = useMemo(() => {
    if (!ready || pictured === null) return [];
    if (pictured === 'demonstration')
      return [{ label: 'the horizon in the demonstration', ...ready.demonstration.attitude }];
    return lesson.sightPictures.filter(({ id }) => id === pictured);
  }, [ready, pictured, lesson.sightPictures]);
  return { pictures, pictured, setPictured, mark };
}
