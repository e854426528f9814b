// Talks to the server about one sitting.
export class Refused extends Error {
  /**
   * @param {number} status
   * @param {any} body what the server said, if it was JSON
   */
  constructor(status, body) {
    super(`the server answered ${status}`);
    this.status = status;
    this.body = body;
  }
}

/** The server gives nothing new out while entries wait in this browser. */
export const TOO_EARLY = 425;
/** Somebody who goes on working meanwhile makes entries that wait; nobody does so every time. */
const MOST_TRIES = 10;

/**
 * Fetches something that the candidate may not have had before, as soon as nothing waits to be sent.
 *
 * @param {string} address
 * @param {{ sender: { drained(): Promise<void> } }} sitting
 * @param {(answer: Response) => boolean} [isGiven]
 */
export async function fetchGiven(address, sitting, isGiven = (answer) => answer.status !== TOO_EARLY) {
  for (let tries = 1; ; tries += 1) {
    const answer = await fetch(address);
    if (isGiven(answer) || tries === MOST_TRIES) {
      return answer;
    }
    await sitting.sender.drained();
  }
}

function csrf() {
  const cookie = document.cookie.split('; ').find((part) => part.startsWith('XSRF-TOKEN='));
  return cookie ? decodeURIComponent(cookie.slice('XSRF-TOKEN='.length)) : '';
}

/**
 * @param {string} path
 * @param {unknown} [body]
 * @param {RequestCredentials} [credentials] `omit` for what goes by a token of its own, whoever is signed in here
 */
export function post(path, body, credentials = 'same-origin') {
  return send(path, new Blob([JSON.stringify(body ?? {})], { type: 'application/json' }), credentials);
}

/**
 * Posts the fields of a form, files among them.
 *
 * @param {string} path
 * @param {FormData} fields
 */
export async function sendForm(path, fields) {
  const response = await fetch(path, {
    method: 'POST',
    headers: { 'X-XSRF-TOKEN': csrf(), 'X-Requested-By': 'fetch' },
    body: fields,
    redirect: 'error',
    signal: AbortSignal.timeout(30_000),
  });
  if (!response.ok) {
    throw new Refused(response.status, await response.json().catch(() => undefined));
  }
  return response.json();
}

/**
 * Posts a blob by its own type.
 *
 * @param {string} path
 * @param {Blob} blob
 * @param {RequestCredentials} [credentials]
 */
export async function send(path, blob, credentials = 'same-origin') {
  const response = await fetch(path, {
    method: 'POST',
    credentials,
    headers: { 'Content-Type': blob.type, 'X-XSRF-TOKEN': csrf(), 'X-Requested-By': 'fetch' },
    body: blob,
    redirect: 'error',
    signal: AbortSignal.timeout(15_000),
  });
  if (!response.ok) {
    throw new Refused(response.status, await response.json().catch(() => undefined));
  }
  return response.json();
}
