/** The server's API, typed by the server's own description of it; every failure is an ApiError that says what to do. */

import type { Created, ProblemBody, TakenIn } from '@keel/core';
import type { ClientResponse } from 'hono/client';
import { hc } from 'hono/client';
// Its type alone: not a line of the server comes into the interface.
import type { Api } from '../../../server/src/http/app.ts';
import { refresh, refreshing } from './changed.ts';

export const { api } = hc<Api>('/', { fetch: refreshing });

export class ApiError extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly errors: ProblemBody['errors'] = [],
    /** What a program can tell it by. */
    readonly type = 'about:blank',
  ) {
    super(detail);
  }
}

/**
 * Nothing was refused for good: the server was not there, not able, or too busy just now, or nobody is signed in; whoever it
 * is kept for may sign in again.
 */
export const mayPass = (error: unknown): boolean =>
  error instanceof ApiError &&
  (error.status === 0 ||
    error.status >= 500 ||
    [401, 408, 425, 429].includes(error.status) ||
    error.type === 'second-step-needed');

const BROKEN = 'The server answered with an error; try again in a moment.';
const OFFLINE =
  'The server cannot be reached. Your entries are still here; try again when the network is back.';

async function failure(response: { status: number; text(): Promise<string> }): Promise<ApiError> {
  const { detail = BROKEN, errors, type } = problemIn(await response.text().catch(() => ''));
  return new ApiError(response.status, detail, errors, type);
}

function problemIn(text: string): Partial<ProblemBody> {
  try {
    return JSON.parse(text);
  } catch {
    return {};
  }
}

/** What a request answers, once it has. @throws ApiError where it was refused or did not arrive. */
export async function answered<T, F extends string>(
  sent: Promise<ClientResponse<T, number, F>>,
): Promise<ClientResponse<T, number, F>> {
  const response = await sent.catch(() => {
    throw new ApiError(0, OFFLINE);
  });
  if (!response.ok) throw await failure(response);
  return response;
}

/** The JSON that a request answers. */
export async function read<T>(sent: Promise<ClientResponse<T, number, 'json'>>): Promise<T> {
  return (await answered(sent)).json();
}

/** Sends a recording and tells how much of it has gone, 0 to 1: `fetch` cannot say that. */
export function upload(form: FormData, onProgress: (fraction: number) => void): Promise<Created> {
  return new Promise((resolve, reject) => {
    const sending = new XMLHttpRequest();
    sending.open('POST', '/api/recordings');
    sending.upload.onprogress = (event) => event.lengthComputable && onProgress(event.loaded / event.total);
    sending.onerror = () => reject(new ApiError(0, OFFLINE));
    sending.onload = () => {
      const answer = problemIn(sending.responseText);
      // What stands between may answer for the server: then nobody knows what became of it.
      if (sending.status < 300 && 'id' in answer) {
        void refresh();
        return resolve(answer as unknown as Created);
      }
      const { detail = 'The upload failed; try again.', errors } = answer;
      return reject(new ApiError(sending.status, detail, errors));
    };
    sending.send(form);
  });
}

/** Sends an archive. */
export async function sendFile(file: File): Promise<TakenIn> {
  return read(api.archives.$post({ form: { file } }));
}

/** What to tell a person about any error. */
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
