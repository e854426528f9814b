// The journal of this browser: every entry is written here before it is sent, and stays when the page goes.
const STORE = 'entries';

export async function openJournal(sitting) {
  const database = await new Promise((resolve, reject) => {
    const request = indexedDB.open('ledger-journal', 1);
    request.onupgradeneeded = () => {
      const store = request.result.createObjectStore(STORE, { keyPath: 'n', autoIncrement: true });
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
  }

  /** Returns this sitting's lines in the order they were made: `{entry, state}`. */
  all() {
    return new Promise((resolve, reject) => {
      const request = this.store('readonly').index('sitting').getAll(this.sitting);
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => reject(request.error);
    });
  }

  add(entry) {
    return this.done((store) => store.add({ sitting: this.sitting, entry, state: 'waiting' }));
  }

  /** Notes what became of entries, by id: `entered`, `held` or `refused`. */
  settle(states) {
    return this.done((store) => {
      store.index('sitting').openCursor(this.sitting).onsuccess = ({ target }) => {
        const cursor = target.result;
        if (cursor) {
          const state = states.get(cursor.value.entry.id);
          if (state) {
            cursor.update({ ...cursor.value, state });
          }
          cursor.continue();
        }
      };
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
