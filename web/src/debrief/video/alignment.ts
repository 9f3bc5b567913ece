/** Which moment of a video is which moment of a flight: a number of seconds between the two, remembered for the file. */

/** A finding begins this much earlier. */
const LEAD_S = 5;
/** A step of the fine adjustment. */
export const FINE_S = 0.1;

export interface VideoFile {
  name: string;
  size: number;
}

/** Another file of the same name is told by its size. */
const kept = ({ name, size }: VideoFile): string => `keel.video.${name}.${size}`;

/** Seconds to add to the flight's to have the video's; null where it was never aligned here. */
export function offsetOf(file: VideoFile): number | null {
  const text = localStorage.getItem(kept(file));
  return text === null || text === '' || !Number.isFinite(Number(text)) ? null : Number(text);
}

export const keepOffset = (file: VideoFile, offsetS: number): void =>
  localStorage.setItem(kept(file), offsetS.toFixed(2));

/** @returns the video's second; null before it begins and after it ends */
export function secondOf(flightS: number, offsetS: number, lengthS: number): number | null {
  const s = flightS + offsetS;
  return s < 0 || s > lengthS ? null : s;
}

/** Where the video starts for a finding: a little before it, yet not before the video's own beginning. */
export const leadIn = (findingS: number, offsetS: number): number => Math.max(0, findingS + offsetS - LEAD_S);
