// Talks to the server about one sitting.
export class Refused extends Error {
  /** @param body what the server said, if it was JSON */
  constructor(status, body) {
    super(`the server answered ${status}`);
    this.status = status;
    this.body = body;
  }
}

/** The server gives nothing new out while entries wait in this browser. */
const TOO_EARLY = 425;

/** Fetches something that the candidate may not have had before, as soon as nothing waits to be sent. */
export async function fetchGiven(address, sitting) {
  for (;;) {
    const answer = await fetch(address);
    if (answer.status !== TOO_EARLY) {
      return answer;
    }
    await sitting.sender.drained();
  }
}

function csrf() {
  const cookie = document.cookie.split('; ').find((part) => part.startsWith('XSRF-TOKEN='));
  return cookie ? decodeURIComponent(cookie.slice('XSRF-TOKEN='.length)) : '';
}

export function post(path, body) {
  return send(path, new Blob([JSON.stringify(body ?? {})], { type: 'application/json' }));
}

/** Posts a blob by its own type. */
export async function send(path, blob) {
  const response = await fetch(path, {
    method: 'POST',
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
