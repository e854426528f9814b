// The journal of this browser: every entry is written here before it is sent, and stays when the page goes.
//
// A database transaction takes a moment, and a page that is left in that moment takes it along. So each entry also
// stands in localStorage, which is written at once, until the database has it.
const STORE = 'entries';

export async function openJournal(sitting) {
  const database = await new Promise((resolve, reject) => {
    const request = indexedDB.open('ledger-journal', 1);
    request.onupgradeneeded = () => {
      const store = request.result.createObjectStore(STORE, { keyPath: 'entry.id' });
      store.createIndex('sitting', 'sitting');
    };
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error);
  });
  return new Journal(database, sitting);
}

/** Used where the browser offers no storage: entries live in this page until they are sent. */
export class MemoryJournal {
  async all() {
    return [];
  }
  async add() {}
  async settle() {}
}

class Journal {
  constructor(database, sitting) {
    this.database = database;
    this.sitting = sitting;
    this.key = `ledger-last-entries-${sitting}`;
    this.unwritten = [];
    this.last = 0;
  }

  /** Returns this sitting's lines in the order they were made: `{entry, state}`. */
  async all() {
    const left = JSON.parse(localStorage.getItem(this.key) ?? '[]');
    const kept = new Set((await this.written()).map((line) => line.entry.id));
    this.unwritten = left.filter((entry) => !kept.has(entry.id));
    await this.write(this.unwritten);
    return this.written();
  }

  add(entries) {
    this.unwritten.push(...entries);
    this.mirror();
    return this.write(entries);
  }

  async write(entries) {
    const lines = entries.map((entry) => ({ sitting: this.sitting, entry, state: 'waiting', n: this.place() }));
    await this.done((store) => lines.forEach((line) => store.put(line)));
    this.unwritten = this.unwritten.filter((entry) => !entries.includes(entry));
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
