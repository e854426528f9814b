// Sends entries in the background, in batches, again and again until the server has answered for each.
import { post, Refused } from './server.js';

/** How long entries gather before they are sent together; also lets the screen be painted first. */
const GATHER = 25;
const FIRST_WAIT = 250;
const LONGEST_WAIT = 15_000;
const MOST_AT_ONCE = 200;
/** The server takes twice as much; drawings and worksheets make long entries. */
const MOST_BYTES = 128 * 1024;
const utf8 = new TextEncoder();

export class Sender {
  /**
   * @param hooks `seat()` names this window, `answered(results)` takes the server's results,
   *   `changed()` hears of every change of state, `stopped(status)` of an answer that ends the sending
   */
  constructor(path, clock, hooks) {
    this.path = path;
    this.clock = clock;
    this.hooks = hooks;
    this.waiting = [];
    this.state = 'idle';
    this.wait = FIRST_WAIT;
    this.idle = [];
    addEventListener('online', () => this.poke());
  }

  /** Takes entries that wait to be sent; the oldest first. */
  add(entries) {
    for (const entry of entries) {
      this.waiting.push({ entry, since: performance.now() });
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

  /** Resolves when nothing waits any more. */
  drained() {
    return this.waiting.length === 0 && this.state === 'idle'
      ? Promise.resolve()
      : new Promise((resolve) => this.idle.push(resolve));
  }

  poke() {
    if (this.state === 'retrying') {
      clearTimeout(this.timer);
      this.state = 'idle';
    }
    if (this.state === 'idle' && this.waiting.length) {
      this.state = 'sending';
      setTimeout(() => this.send(), GATHER);
    }
    this.hooks.changed();
  }

  /** Returns the oldest entries that go together, at least one. */
  batch() {
    const batch = [];
    let bytes = 0;
    for (const line of this.waiting.slice(0, MOST_AT_ONCE)) {
      bytes += utf8.encode(JSON.stringify(line.entry)).length;
      if (batch.length && bytes > MOST_BYTES) {
        break;
      }
      batch.push(line);
    }
    return batch;
  }

  async send() {
    const batch = this.batch();
    const askedAt = performance.now();
    try {
      const answer = await post(this.path, { seat: this.hooks.seat(), entries: batch.map((line) => line.entry) });
      this.clock.learn(answer.now, askedAt);
      this.waiting.splice(0, batch.length);
      this.wait = FIRST_WAIT;
      this.state = 'idle';
      this.hooks.answered(answer.results);
      if (!this.waiting.length) {
        this.idle.splice(0).forEach((resolve) => resolve());
      }
      this.poke();
    } catch (error) {
      this.failed(error);
    }
  }

  failed(error) {
    const status = error instanceof Refused ? error.status : 0;
    const signedOut = status === 401 || status === 403;
    if (status >= 400 && status < 500 && status !== 429 && !signedOut) {
      this.state = 'stopped';
    } else if (this.state !== 'stopped') {
      this.state = 'retrying';
      this.wait = signedOut ? LONGEST_WAIT : Math.min(this.wait * 2, LONGEST_WAIT);
      this.timer = setTimeout(() => this.poke(), this.wait * (0.75 + Math.random() / 2));
    }
    if (signedOut || this.state === 'stopped') {
      this.hooks.stopped(status);
    }
    this.hooks.changed();
  }
}
