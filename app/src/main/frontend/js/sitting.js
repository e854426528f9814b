// One sitting in this window: the rulebook's desk, the journal, the sender and the clock, held together.
import { untilDone } from './again.js';
import { digest } from './digest.js';
import { ExamClock } from './examclock.js';
import { MemoryJournal, openJournal, sayWaiting } from './journal.js';
import { keepSeat, lastSeat, ownSeat, seatKey } from './seat.js';
import { Sender } from './sender.js';
import { post, Refused } from './server.js';

/** Between two tries to reach the server before the room goes on. */
const ASK_AGAIN = 1_000;
const SKEW = 'ledger-clock-skew';
/** Looking at a question changes no answer; such entries are kept and sent together after this time at the latest. */
const LOOKS_GATHER = 2_000;

export class Sitting {
  /** @param hooks `changed()`, `heard()`, `refused(verdict)`, `moved()`, `signedOut()`, `unkept()` */
  constructor(data, desk, hooks) {
    this.data = data;
    this.module = desk;
    this.hooks = hooks;
    this.path = `/sittings/${data.sitting}`;
    this.clock = new ExamClock(Math.max(data.now, Date.now() + Number(localStorage.getItem(SKEW) ?? -Infinity)));
    this.lastEntered = data.entries.at(-1)?.received;
    this.changed = new Map();
    this.looks = [];
    addEventListener('pagehide', () => this.keepLooks());
  }

  async start() {
    this.journal = await openJournal(this.data.sitting).catch(() => new MemoryJournal());
    const kept = await this.journal.all();
    Object.assign(this, ownSeat(this.data.sitting));
    const known = new Set(this.data.entries.map((entry) => entry.id));
    const own = kept.filter((line) => !known.has(line.entry.id) && (line.state === 'waiting' || line.state === 'entered'));
    this.entries = [...this.data.entries, ...own.map((line) => line.entry)];
    this.desk = this.module.open(this.data.paper, this.data.window, this.entries);
    this.sender = new Sender(`${this.path}/entries`, this.clock, {
      seat: () => ({ seat: this.seat }),
      digest: (entry) => digest(this.module, entry),
      answered: (results) => this.answered(results),
      changed: () => this.waitingChanged(),
      stopped: (status) => this.stopped(status),
    });
    await this.journal.settle(new Map(kept.filter((line) => known.has(line.entry.id)).map((line) => [line.entry.id, 'entered'])));
    const waiting = own.filter((line) => line.state === 'waiting').map((line) => line.entry);
    await this.takeSeat();
    this.sender.add([...waiting, ...(await this.madeMeanwhile(kept))]);
    this.sender.beat(this.data.heartbeat);
    this.synchronise();
  }

  /** Returns what an older window of this browser has written down until it heard that this one took its place. */
  async madeMeanwhile(before) {
    const ids = new Set(before.map((line) => line.entry.id));
    const since = (await this.journal.all()).filter((line) => line.state === 'waiting' && !ids.has(line.entry.id));
    since.forEach(({ entry }) => this.desk.enter(entry));
    this.entries.push(...since.map((line) => line.entry));
    return since.map((line) => line.entry);
  }

  /** The server is told with each request whether entries wait here. */
  waitingChanged() {
    const waits = this.sender?.count > 0;
    if (waits !== this.waits) {
      this.waits = waits;
      sayWaiting(this.data.sitting, waits);
    }
    this.hooks.changed();
  }

  /** Enters an act of the candidate, or says why it is not permitted. Returns whether it was. */
  enter(kind, fields = {}, at = this.clock.now()) {
    const entry = { id: newId(), by: 'candidate', at: Math.max(at, this.desk.lastAt()), kind, ...fields };
    const verdict = this.desk.enter(entry);
    if (verdict !== 'permitted') {
      this.hooks.refused(verdict);
      return false;
    }
    this.entries.push(entry);
    if (kind === 'question-opened') {
      this.looks.push(entry);
      this.gathering ??= setTimeout(() => this.keepLooks(), LOOKS_GATHER);
    } else {
      this.keepLooks();
      this.keep([entry]);
    }
    return true;
  }

  keep(entries) {
    this.journal.add(entries, { seat: this.seat, token: this.token }).catch(() => this.hooks.unkept());
    this.sender.add(entries);
  }

  keepLooks() {
    clearTimeout(this.gathering);
    this.gathering = undefined;
    if (this.looks.length) {
      this.keep(this.looks.splice(0));
    }
  }

  /**
   * Returns the room as it is now; which questions have changed is told by `takeChanged`.
   *
   * @returns {import('../types/room.d.ts').Room}
   */
  room() {
    const room = JSON.parse(this.desk.room(this.clock.now()));
    room.questions.forEach((question) => this.changed.set(question.id, question));
    return room;
  }

  /**
   * Returns the questions that have changed since this was last asked.
   *
   * @returns {import('../types/room.d.ts').Question[]}
   */
  takeChanged() {
    const changed = [...this.changed.values()];
    this.changed.clear();
    return changed;
  }

  /** Resolves when the server has every entry and can be reached. */
  async settled() {
    this.keepLooks();
    await this.sender.drained();
    await untilDone(
      () =>
        post('/time').catch((error) => {
          if (error instanceof Refused && error.status === 401) {
            this.hooks.signedOut();
          }
          throw error;
        }),
      ASK_AGAIN,
    );
  }

  answered(results) {
    const states = new Map(results.map((result) => [result.id, result.status]));
    this.journal.settle(states).catch(() => this.hooks.unkept());
    this.lastEntered = this.clock.now();
    localStorage.setItem(SKEW, String(this.clock.now() - Date.now()));
    const lost = results.filter((result) => result.status !== 'entered');
    if (lost.length) {
      const now = new Map(lost.map((result) => [result.id, result.line]));
      this.entries = this.entries
        .map((entry) => (now.has(entry.id) ? { ...now.get(entry.id) } : entry))
        .filter((entry) => entry.id);
      this.desk = this.module.open(this.data.paper, this.data.window, this.entries);
      this.hooks.refused(lost[0].verdict);
    }
  }

  /** Takes entries that somebody else has made: the invigilator, the exam office. */
  hear(entries) {
    for (const entry of entries) {
      const heard = entry.kind === 'paused' ? this.heardNow(entry) : entry;
      if (this.desk.enter(heard) !== 'already-so') {
        this.entries.push(heard);
      }
    }
    this.hooks.heard();
  }

  /** A pause holds back from when it is known here: what was done before, without knowing of it, counts. */
  heardNow(pause) {
    return { ...pause, received: Math.max(pause.received, this.clock.now()) };
  }

  /** Stops writing. A newer window of this browser sends what waits here; otherwise this one still does. */
  leaveOff() {
    if (this.replacedHere) {
      this.sender.state = 'stopped';
    } else {
      this.sender.sendRest();
    }
  }

  stopped(status) {
    if (status === 409) {
      this.hooks.moved();
    } else if (status === 401 || status === 403) {
      this.hooks.signedOut();
    } else {
      this.hooks.refused(`server-${status}`);
    }
  }

  /** Makes this window the one that writes; without a network it goes on as the one it was, or as the last of this browser. */
  async takeSeat() {
    this.channel = new BroadcastChannel(seatKey(this.data.sitting));
    this.channel.onmessage = () => {
      this.replacedHere = true;
      this.keepLooks();
      this.hooks.moved();
    };
    this.channel.postMessage('taken');
    if (this.seat && this.room().seat === this.seat) {
      return;
    }
    try {
      const askedAt = performance.now();
      const answer = await post(`${this.path}/seat`);
      this.clock.learn(answer.now, askedAt);
      this.seat = answer.seat;
      this.token = answer.token;
      keepSeat(this.data.sitting, answer);
    } catch (error) {
      if (error instanceof Refused) {
        this.stopped(error.status);
      } else if (!this.seat) {
        Object.assign(this, lastSeat(this.data.sitting));
      }
    }
  }

  /** Listens to the server: its time, and whether another window has taken over. */
  async synchronise() {
    const events = new EventSource(`${this.path}/events?seat=${encodeURIComponent(this.seat)}`);
    events.addEventListener('time', (event) => {
      this.clock.hear(JSON.parse(event.data).now);
      this.sender.poke();
    });
    events.addEventListener('entries', (event) => this.hear(JSON.parse(event.data)));
    events.addEventListener('moved', () => {
      events.close();
      this.hooks.moved();
    });
    this.stop = () => {
      events.close();
      this.leaveOff();
    };
    const askedAt = performance.now();
    await post('/time').then(
      (answer) => this.clock.learn(answer.now, askedAt),
      () => {},
    );
  }
}

/** A random identifier; randomUUID exists in secure contexts only. */
function newId() {
  if (crypto.randomUUID) {
    return crypto.randomUUID();
  }
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');
}
