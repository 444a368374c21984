import createClient from 'openapi-fetch';
import type { components, paths } from './generated/schema';

export type Schemas = components['schemas'];

/** What the server answers when it says no (RFC 9457): a stable code and a sentence. */
export class Problem extends Error {
  constructor(
    readonly code: string,
    readonly status: number,
    sentence: string,
  ) {
    super(sentence);
  }
}

function token(): string {
  const cookie = document.cookie.split('; ').find((c) => c.startsWith('XSRF-TOKEN='));
  return cookie ? decodeURIComponent(cookie.slice('XSRF-TOKEN='.length)) : '';
}

export const client = createClient<paths>({ baseUrl: '' });

client.use({
  onRequest({ request }) {
    if (request.method !== 'GET') {
      request.headers.set('X-XSRF-TOKEN', token());
    }
    return request;
  },
});

const ends = new EventTarget();

/** Whenever a request finds that the session has ended; answers how to hear of it no more. */
export function onSignedOut(hear: () => void): () => void {
  ends.addEventListener('end', hear);
  return () => ends.removeEventListener('end', hear);
}

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or the problem thrown. */
export async function unwrap<T>(answer: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await answer;
  if (!response.ok) {
    // who signs in with a wrong password was not in
    if (response.status === 401) {
      ends.dispatchEvent(new Event('end'));
    }
    const body = (error ?? {}) as { code?: string; detail?: string };
    const otherwise =
      response.status === 401
        ? 'You are signed out. What you were working on is kept; sign in again.'
        : 'The server did not answer as expected; nothing was changed. Try again.';
    throw new Problem(body.code ?? 'fault', response.status, body.detail ?? otherwise);
  }
  return data as T;
}

/** By which code the server said no; empty where it is not known. */
export function codeOf(error: unknown): string {
  return error instanceof Problem ? error.code : '';
}

/** The sentence of anything that was thrown. */
export function sentenceOf(error: unknown): string {
  return error instanceof Problem
    ? error.message
    : 'The server cannot be reached; nothing was lost. Try again.';
}

/**
 * What a request is made of that sends a file as it is.
 *
 * @param megabytes the most it may have; beyond it nothing is sent
 */
export function asBytes(file: File, megabytes: number): object {
  if (file.size > megabytes << 20) {
    throw new Problem(
      'too-large',
      413,
      `${file.name} is larger than ${megabytes} MB; nothing of it was sent.`,
    );
  }
  return {
    headers: { 'Content-Type': 'application/octet-stream' },
    body: file,
    bodySerializer: (body: BodyInit) => body,
  };
}

/** Year and count of a posting's short number, such as 2026-0143. */
export const placeOf = (words: string) => {
  const [year = 0, number = 0] = words.split('-').map(Number);
  return { year, number };
};
