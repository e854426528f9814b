// The journal of this browser: every entry is written here before it is sent, and stays when the page goes.
//
// A database transaction takes a moment, and a page that is left in that moment takes it along. So each entry also
// stands in localStorage, which is written at once, until the database has it. A cookie says that entries wait: the
// server then gives nothing new out before they were sent, because what comes after that is not believed as carried.
const DATABASE = 'ledger-journal';
const STORE = 'entries';
const LAST = 'ledger-last-entries-';
const WAITING = 'ledger-waiting';
const A_DAY = 86_400;

function openDatabase() {
  return new Promise((resolve, reject) => {
    const request = indexedDB.open(DATABASE, 1);
    request.onupgradeneeded = () => {
      const store = request.result.createObjectStore(STORE, { keyPath: 'entry.id' });
      store.createIndex('sitting', 'sitting');
    };
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error);
  });
}

export async function openJournal(sitting) {
  return new Journal(await openDatabase(), sitting);
}

/** Returns the sittings of which this browser holds anything. */
export async function sittingsLeft() {
  const database = await openDatabase();
  const lines = await new Promise((resolve, reject) => {
    const request = database.transaction(STORE).objectStore(STORE).getAll();
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error);
  });
  database.close();
  const mirrored = Object.keys(localStorage)
    .filter((key) => key.startsWith(LAST))
    .map((key) => Number(key.slice(LAST.length)));
  return [...new Set([...lines.map((line) => line.sitting), ...mirrored])];
}

/** Tells the server, with everything that this browser asks for, whether entries of a sitting wait here. */
export function sayWaiting(sitting, waits) {
  document.cookie =
    `${WAITING}=1; Path=/sittings/${sitting}; Max-Age=${waits ? A_DAY : 0}; SameSite=Lax` +
    (location.protocol === 'https:' ? '; Secure' : '');
}

/** Used where the browser offers no storage: entries live in this page until they are sent. */
export class MemoryJournal {
  async all() {
    return [];
  }
  async add() {}
  async settle() {}
  async clear() {}
}

class Journal {
  constructor(database, sitting) {
    this.database = database;
    this.sitting = sitting;
    this.key = `${LAST}${sitting}`;
    this.unwritten = [];
    this.last = 0;
  }

  /** Returns this sitting's lines in the order they were made: `{entry, seat, token, state}`. */
  async all() {
    const left = JSON.parse(localStorage.getItem(this.key) ?? '[]');
    const kept = new Set((await this.written()).map((line) => line.entry.id));
    this.unwritten = left.filter(({ entry }) => !kept.has(entry.id));
    await this.write(this.unwritten);
    return this.written();
  }

  /** Writes entries down that a window has made; its seat and token say so also when another window sends them. */
  add(entries, { seat, token }) {
    const lines = entries.map((entry) => ({ entry, seat, token }));
    this.unwritten.push(...lines);
    this.mirror();
    return this.write(lines);
  }

  async write(lines) {
    const whole = lines.map((line) => ({ ...line, sitting: this.sitting, state: 'waiting', n: this.place() }));
    await this.done((store) => whole.forEach((line) => store.put(line)));
    this.unwritten = this.unwritten.filter((line) => !lines.includes(line));
    this.mirror();
  }

  /** Returns a number for the order of lines that never falls, also from one page to the next. */
  place() {
    this.last = Math.max(Date.now(), this.last + 1);
    return this.last;
  }

  mirror() {
    localStorage.setItem(this.key, JSON.stringify(this.unwritten));
  }

  written() {
    return new Promise((resolve, reject) => {
      const request = this.store('readonly').index('sitting').getAll(this.sitting);
      request.onsuccess = () => resolve(request.result.sort((a, b) => a.n - b.n));
      request.onerror = () => reject(request.error);
    });
  }

  /** Notes what became of entries, by id: `entered`, `held` or `refused`. */
  settle(states) {
    return this.done((store) => {
      for (const [id, state] of states) {
        store.get(id).onsuccess = ({ target }) => target.result && store.put({ ...target.result, state });
      }
    });
  }

  /** Forgets everything of this sitting; to be called only when nothing waits. */
  async clear() {
    const lines = await this.written();
    await this.done((store) => lines.forEach((line) => store.delete(line.entry.id)));
    localStorage.removeItem(this.key);
  }

  done(change) {
    return new Promise((resolve, reject) => {
      const transaction = this.database.transaction(STORE, 'readwrite', { durability: 'strict' });
      transaction.oncomplete = resolve;
      transaction.onerror = () => reject(transaction.error);
      transaction.onabort = () => reject(transaction.error);
      change(transaction.objectStore(STORE));
    });
  }

  store(mode) {
    return this.database.transaction(STORE, mode).objectStore(STORE);
  }
}
