/** The server's API as functions; every failure is an ApiError that says what to do. */
import type { ProblemBody } from '@keel/core';

export class ApiError extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly errors: ProblemBody['errors'] = [],
  ) {
    super(detail);
  }
}

async function failure(response: Response): Promise<ApiError> {
  const body = (await response.json().catch(() => ({}))) as Partial<ProblemBody>;
  return new ApiError(
    response.status,
    body.detail ?? 'The server answered with an error; try again in a moment.',
    body.errors,
  );
}

const OFFLINE =
  'The server cannot be reached. Your entries are still here; try again when the network is back.';

async function answered(path: string, init?: RequestInit): Promise<Response> {
  const response = await fetch(`/api${path}`, init).catch(() => {
    throw new ApiError(0, OFFLINE);
  });
  if (!response.ok) throw await failure(response);
  return response;
}

async function request<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await answered(path, init);
  return response.status === 204 ? (undefined as T) : ((await response.json()) as T);
}

const withBody = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify(body),
});

export const get = <T>(path: string): Promise<T> => request<T>(path);
export const getBytes = async (path: string): Promise<ArrayBuffer> => (await answered(path)).arrayBuffer();
export const post = <T>(path: string, body: unknown): Promise<T> => request<T>(path, withBody('POST', body));
export const put = <T>(path: string, body: unknown): Promise<T> => request<T>(path, withBody('PUT', body));
export const remove = (path: string): Promise<void> => request(path, { method: 'DELETE' });

/** Sends a form and tells how much of it has gone, 0 to 1: `fetch` cannot say that. */
export function upload<T>(path: string, form: FormData, onProgress: (fraction: number) => void): Promise<T> {
  return new Promise((resolve, reject) => {
    const sending = new XMLHttpRequest();
    sending.open('POST', `/api${path}`);
    sending.responseType = 'json';
    sending.upload.onprogress = (event) => event.lengthComputable && onProgress(event.loaded / event.total);
    sending.onerror = () => reject(new ApiError(0, OFFLINE));
    sending.onload = () => {
      const body = sending.response as (T & Partial<ProblemBody>) | null;
      if (sending.status < 300 && body) resolve(body);
      else
        reject(new ApiError(sending.status, body?.detail ?? 'The upload failed; try again.', body?.errors));
    };
    sending.send(form);
  });
}

/** What to tell a person about any error. */
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
