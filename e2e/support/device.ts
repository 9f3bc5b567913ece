/**
 * A device that flies a steep turn from a lesson's card and sends it as it is flown, its clock a few seconds wrong.
 * It is switched on shortly before the turn begins.
 */
import { randomUUID } from 'node:crypto';
import { findAirplane, flyManeuver, type TargetCard, writeRecordingCsv } from '@keel/core';
import type { APIRequestContext } from '@playwright/test';

const ROWS = 5;
const RATE_HZ = 10;
const ON_FROM_S = 12;

interface FlyingDevice {
  flightId: string;
  /** This machine's clock at the flight's nought, ms. */
  zeroMs: number;
  lastS: number;
  /** Sends what is due, until it is stopped or there is no more. */
  sent: Promise<void>;
  end(): Promise<string>;
}

export async function flyDevice(
  request: APIRequestContext,
  baseUrl: string,
  { key, card, skewMs, forS }: { key: string; card: TargetCard; skewMs: number; forS: number },
): Promise<FlyingDevice> {
  const airplane = findAirplane(card.airplane)!;
  const { recording } = flyManeuver({
    airplane,
    maneuver: card.maneuver,
    variant: card.variant,
    card,
    seed: 11,
  });
  const [header, ...all] = writeRecordingCsv(recording)
    .split('\n')
    .filter((line) => line && !line.startsWith('#'));
  const rows = all.slice(ON_FROM_S * RATE_HZ, (ON_FROM_S + forS) * RATE_HZ).map((line) => {
    const [timeS, ...rest] = line.split(',');
    return [(Number(timeS) - ON_FROM_S).toFixed(1), ...rest].join(',');
  });
  const flightId = randomUUID();
  const headers = () => ({
    Authorization: `Bearer ${key}`,
    'Content-Type': 'text/csv',
    'Keel-Clock-Ms': String(Date.now() + skewMs),
  });
  const zeroMs = Date.now();
  const send = async () => {
    for (let seq = 0; seq * ROWS < rows.length; seq++) {
      const due = zeroMs + ((seq + 1) * ROWS * 1000) / RATE_HZ;
      await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - Date.now())));
      const data = `${header}\n${rows.slice(seq * ROWS, (seq + 1) * ROWS).join('\n')}\n`;
      const answer = await request.put(`${baseUrl}/api/feed/${flightId}/${seq}`, {
        data,
        headers: headers(),
      });
      if (!answer.ok()) throw new Error(`batch ${seq}: ${answer.status()} ${await answer.text()}`);
    }
  };
  return {
    flightId,
    zeroMs,
    lastS: rows.length / RATE_HZ,
    sent: send(),
    end: async () =>
      (await (await request.post(`${baseUrl}/api/feed/${flightId}/end`, { headers: headers() })).json())
        .recordingId,
  };
}
