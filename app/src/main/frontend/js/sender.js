// Sends entries in the background, in batches, again and again until the server has answered for each.
import { post, Refused } from './server.js';

/** How long entries gather before they are sent together; also lets the screen be painted first. */
const GATHER = 25;
const FIRST_WAIT = 250;
const LONGEST_WAIT = 15_000;
const MOST_AT_ONCE = 200;
/** The server takes twice as much; drawings and worksheets make long entries. */
const MOST_BYTES = 128 * 1024;
/** How many waiting entries can be announced to the server. */
const MOST_ANNOUNCED = 4_000;
const utf8 = new TextEncoder();

/** Answers after which the same batch may well be taken: too many requests, signed out, no token yet. */
const TRY_AGAIN = new Set([401, 403, 408, 425, 429]);
const MOVED = 409;
const SIGNED_OUT = new Set([401, 403]);

/**
 * @import { Entry, Result, Seat } from '../types/entries.d.ts'
 */

/**
 * An entry that waits, since when by `performance.now()`, and whether the server has been told that it does.
 *
 * @typedef {{ entry: Entry, since: number, announced: boolean }} Waiting
 */

/**
 * What a sender asks and tells.
 *
 * @typedef {object} Hooks
 * @property {() => Seat} seat returns what names this window
 * @property {(entry: Entry) => string} digest returns what announces an entry
 * @property {(results: Result[]) => void} answered takes the server's results
 * @property {() => void} changed hears of every change of state
 * @property {(status: number) => void} stopped hears of an answer that ends the sending
 * @property {RequestCredentials} [credentials] as whom to send, if not as who is signed in
 * @property {boolean} [goesOn] whether what is left is sent although another window writes by now
 */

export class Sender {
  /**
   * @param {string} path where entries are posted to
   * @param {{ learn(serverNow: number, askedAt: number): void }} clock
   * @param {Hooks} hooks
   */
  constructor(path, clock, hooks) {
    this.path = path;
    this.clock = clock;
    this.hooks = hooks;
    /** @type {Waiting[]} */
    this.waiting = [];
    /** @type {'idle' | 'sending' | 'retrying' | 'stopped'} */
    this.state = 'idle';
    this.wait = FIRST_WAIT;
    /** @type {(() => void)[]} */
    this.idle = [];
    /** @type {ReturnType<typeof setTimeout> | undefined} */
    this.timer = undefined;
    /** @type {ReturnType<typeof setTimeout> | undefined} while entries are gathered to be sent together */
    this.gathering = undefined;
    this.most = MOST_AT_ONCE;
    addEventListener('online', () => this.poke());
  }

  /**
   * Takes entries that wait to be sent; the oldest first.
   *
   * @param {Entry[]} entries
   */
  add(entries) {
    for (const entry of entries) {
      this.waiting.push({ entry, since: performance.now(), announced: false });
    }
    this.poke();
  }

  get count() {
    return this.waiting.length;
  }

  /** Returns how long the oldest entry has waited, in milliseconds. */
  get age() {
    return this.waiting.length ? performance.now() - this.waiting[0].since : 0;
  }

  /**
   * Resolves when nothing waits any more; what is still being gathered is sent at once.
   *
   * @returns {Promise<void>}
   */
  drained() {
    if (this.gathering) {
      clearTimeout(this.gathering);
      this.send();
    }
    return this.waiting.length === 0 && this.state === 'idle'
      ? Promise.resolve()
      : new Promise((resolve) => this.idle.push(resolve));
  }

  /**
   * Tells the server every so often that this window is there, while nothing is to be sent.
   *
   * @param {number} every milliseconds
   */
  beat(every) {
    setInterval(() => {
      if (this.state === 'idle' && !this.waiting.length && !this.hooks.goesOn) {
        this.state = 'sending';
        this.send();
      }
    }, every);
  }

  poke() {
    if (this.state === 'retrying') {
      clearTimeout(this.timer);
      this.state = 'idle';
    }
    if (this.state === 'idle' && this.waiting.length) {
      this.state = 'sending';
      this.gathering = setTimeout(() => this.send(), GATHER);
    } else if (this.state === 'idle') {
      this.rested();
    }
    this.hooks.changed();
  }

  /** Returns the oldest entries that go together, at least one if any waits. */
  batch() {
    /** @type {Waiting[]} */
    const batch = [];
    let bytes = 0;
    for (const line of this.waiting.slice(0, this.most)) {
      bytes += utf8.encode(JSON.stringify(line.entry)).length;
      if (batch.length && bytes > MOST_BYTES) {
        break;
      }
      batch.push(line);
    }
    return batch;
  }

  async send() {
    this.gathering = undefined;
    const batch = this.batch();
    const behind = this.waiting.slice(batch.length, MOST_ANNOUNCED).filter((line) => !line.announced);
    const askedAt = performance.now();
    try {
      const answer = await post(
        this.path,
        {
          ...this.hooks.seat(),
          entries: batch.map((line) => line.entry),
          ...(behind.length && { waiting: behind.map((line) => this.hooks.digest(line.entry)) }),
        },
        this.hooks.credentials,
      );
      this.clock.learn(answer.now, askedAt);
      behind.forEach((line) => {
        line.announced = true;
      });
      this.most = MOST_AT_ONCE;
      this.goOn(batch, answer.results);
    } catch (error) {
      this.failed(error, batch);
    }
  }

  /**
   * Takes what became of a batch, and sends what waits behind it.
   *
   * @param {Waiting[]} batch
   * @param {Result[]} results
   */
  goOn(batch, results) {
    this.taken(batch, results);
    this.state = 'idle';
    this.rested();
    this.poke();
  }

  /**
   * @param {Waiting[]} batch
   * @param {Result[]} results
   */
  taken(batch, results) {
    this.waiting.splice(0, batch.length);
    this.wait = FIRST_WAIT;
    if (batch.length) {
      this.hooks.answered(results);
    }
  }

  /** Sends what is left, although another computer writes by now, and gives no sign of this window after that. */
  sendRest() {
    this.hooks.goesOn = true;
    if (this.state === 'stopped') {
      this.state = 'idle';
    }
    this.poke();
  }

  rested() {
    if (!this.waiting.length) {
      this.idle.splice(0).forEach((resolve) => resolve());
    }
  }

  /**
   * Tries again what the server may take later. What it can never take is found by sending less and less at once, and
   * left out, so that nothing behind it waits for ever.
   *
   * @param {unknown} error
   * @param {Waiting[]} batch
   */
  failed(error, batch) {
    const status = error instanceof Refused ? error.status : 0;
    if (status === MOVED) {
      this.moved(/** @type {Refused} */ (error).body?.results, batch);
    } else if (status >= 400 && status < 500 && !TRY_AGAIN.has(status) && batch.length) {
      this.cannotBeTaken(status, batch);
    } else if (this.state !== 'stopped') {
      this.tryAgain(SIGNED_OUT.has(status));
    }
    if (SIGNED_OUT.has(status) || this.state === 'stopped') {
      this.hooks.stopped(status);
    }
    this.hooks.changed();
  }

  /**
   * Another window writes by now; it has been said what became of this batch.
   *
   * @param {Result[] | undefined} results
   * @param {Waiting[]} batch
   */
  moved(results, batch) {
    if (results && this.hooks.goesOn) {
      this.goOn(batch, results);
      return;
    }
    if (results) {
      this.taken(batch, results);
    }
    this.state = 'stopped';
  }

  /**
   * @param {number} status
   * @param {Waiting[]} batch
   */
  cannotBeTaken(status, batch) {
    if (batch.length > 1) {
      this.most = Math.ceil(batch.length / 2);
      this.state = 'idle';
      this.poke();
    } else {
      this.goOn(batch, [{ id: batch[0].entry.id, status: 'refused', verdict: `server-${status}` }]);
    }
  }

  /** @param {boolean} signedOut */
  tryAgain(signedOut) {
    this.state = 'retrying';
    this.wait = signedOut ? LONGEST_WAIT : Math.min(this.wait * 2, LONGEST_WAIT);
    this.timer = setTimeout(() => this.poke(), this.wait * (0.75 + Math.random() / 2));
  }
}
