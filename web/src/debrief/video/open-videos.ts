/** The video that lies beside a recording: opened from this device while the program is open, and never sent anywhere. */
import { useSyncExternalStore } from 'react';
import type { VideoFile } from './alignment.ts';

interface OpenVideo extends VideoFile {
  url: string;
}

const videos = new Map<string, OpenVideo>();
const watching = new Set<() => void>();
const changed = () => {
  for (const one of watching) one();
};
const watch = (look: () => void) => {
  watching.add(look);
  return () => {
    watching.delete(look);
  };
};

export const useVideo = (recordingId: string): OpenVideo | undefined =>
  useSyncExternalStore(watch, () => videos.get(recordingId));

export function closeVideo(recordingId: string): void {
  const open = videos.get(recordingId);
  if (open) URL.revokeObjectURL(open.url);
  videos.delete(recordingId);
  changed();
}

export function openVideo(recordingId: string, file: File): void {
  closeVideo(recordingId);
  videos.set(recordingId, { url: URL.createObjectURL(file), name: file.name, size: file.size });
  changed();
}

const starters = new Set<(flightS: number) => void>();

/** Something is to be seen: a video that is shown starts a little before it. */
export function showInVideo(flightS: number): void {
  for (const start of starters) start(flightS);
}

export function onShow(start: (flightS: number) => void): () => void {
  starters.add(start);
  return () => {
    starters.delete(start);
  };
}
