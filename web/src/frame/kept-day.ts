/**
 * The day, kept on this device for where there is no network: what today's lessons need is fetched once while there is one, and
 * forgotten with the sign-out.
 */
import type { Today } from '@keel/core';
import { api } from '../api/client.ts';

/** As the service worker names it. */
const DAY_CACHE = 'keel-day';
const MOST_LESSONS = 8;

export async function forgetDay(): Promise<void> {
  if ('caches' in globalThis) await caches.delete(DAY_CACHE).catch(() => false);
}

/** Asks once for everything that the lessons of the day are flown by; what fails is asked for when it is wanted. */
export async function keepDay({ lessons }: Pick<Today, 'lessons'>): Promise<void> {
  if (!navigator.serviceWorker?.controller) return;
  await Promise.allSettled([api.airplanes.$get(), api.technique.$get(), api.live.$get()]);
  for (const { id } of lessons.slice(0, MOST_LESSONS)) {
    await Promise.allSettled([
      api.lessons[':id'].$get({ param: { id } }),
      fetch(`/api/lessons/${id}/kneeboard.pdf`),
    ]);
  }
}
