// What a room left in this browser: entries that still wait are sent, and then everything of it is forgotten.
import { digest } from './digest.js';
import { openJournal, sayWaiting, sittingsLeft } from './journal.js';
import { forgetSeats } from './seat.js';
import { Sender } from './sender.js';

const NO_CLOCK = { learn() {} };

/**
 * Sends what waits of a sitting, each entry as from the window that made it, and resolves when nothing waits.
 *
 * @param path where it is sent to
 * @param announce returns what announces an entry to the server
 * @param {(count: number, status?: number) => void} [changed] hears how many still wait, and the status that stopped the sending, if one did
 * @param {RequestCredentials} [credentials]
 */
export async function sendLeft(sitting, path, announce, changed = () => {}, credentials = 'same-origin') {
  const journal = await openJournal(sitting);
  const lines = (await journal.all()).filter((line) => line.state === 'waiting');
  while (lines.length) {
    const { seat, token } = lines[0];
    const end = lines.findIndex((line) => line.seat !== seat);
    const together = lines.splice(0, end < 0 ? lines.length : end);
    await new Promise((resolve) => {
      const sender = new Sender(path, NO_CLOCK, {
        goesOn: true,
        credentials,
        seat: () => ({ seat: seat ?? '', token }),
        digest: announce,
        answered: (results) => journal.settle(new Map(results.map(({ id, status }) => [id, status]))),
        changed: () => changed(sender?.count + lines.length),
        stopped: (status) => {
          changed(sender.count + lines.length, status);
          if (status === 409) {
            journal.settle(new Map(together.map(({ entry }) => [entry.id, 'refused']))).then(resolve);
          }
        },
      });
      sender.add(together.map((line) => line.entry));
      sender.drained().then(resolve);
    });
  }
  sayWaiting(sitting, false);
  return journal;
}

/**
 * Forgets everything that rooms left in this browser: seats, pages and exhibits at once, entries as soon as they were sent.
 * Whoever uses this computer now need not be who made them; each entry goes with the token of the window that made it, and
 * with no cookie: the answer to one would sign the former candidate in again while the next one signs in.
 */
export async function forgetLeft() {
  forgetSeats();
  if ('caches' in window) {
    caches.delete('ledger-rooms');
  }
  for (const sitting of await sittingsLeft().catch(() => [])) {
    const journal = await openJournal(sitting);
    if ((await journal.all()).some((line) => line.state === 'waiting')) {
      const desk = await import(document.body.dataset.desk);
      await sendLeft(
        sitting,
        `/left-behind/${sitting}`,
        (entry) => digest(desk, entry),
        () => {},
        'omit',
      );
    }
    await journal.clear();
    sayWaiting(sitting, false);
  }
}
