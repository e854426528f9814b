// Talks to the server about one sitting.
export class Refused extends Error {
  constructor(status) {
    super(`the server answered ${status}`);
    this.status = status;
  }
}

function csrf() {
  const cookie = document.cookie.split('; ').find((part) => part.startsWith('XSRF-TOKEN='));
  return cookie ? decodeURIComponent(cookie.slice('XSRF-TOKEN='.length)) : '';
}

export async function post(path, body) {
  const response = await fetch(path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': csrf(), 'X-Requested-By': 'fetch' },
    body: JSON.stringify(body ?? {}),
    redirect: 'error',
    signal: AbortSignal.timeout(15_000),
  });
  if (!response.ok) {
    throw new Refused(response.status);
  }
  return response.json();
}
