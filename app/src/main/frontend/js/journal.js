// The journal of this browser: every entry is written here before it is sent, and stays when the page goes.
//
// A database transaction takes a moment, and a page that is left in that moment takes it along. So each entry also
// stands in localStorage, which is written at once, until the database has it. A cookie says that entries wait: the
// server then gives nothing new out before they were sent, because what comes after that is not believed as carried.
import { openDB } from 'idb';

/**
 * @import { IDBPDatabase, IDBPObjectStore } from 'idb'
 * @import { Entry, Line, Result, Seat } from '../types/entries.d.ts'
 */

const DATABASE = 'ledger-journal';
const STORE = 'entries';
const LAST = 'ledger-last-entries-';
const WAITING = 'ledger-waiting';
const A_DAY = 86_400;

function openDatabase() {
  return openDB(DATABASE, 1, {
    upgrade: (database) => {
      database.createObjectStore(STORE, { keyPath: 'entry.id' }).createIndex('sitting', 'sitting');
    },
  });
}

/** @param {number} sitting */
export async function openJournal(sitting) {
  return new Journal(await openDatabase(), sitting);
}

/** Returns the sittings of which this browser holds anything. */
export async function sittingsLeft() {
  const database = await openDatabase();
  const lines = /** @type {Line[]} */ (await database.getAll(STORE));
  database.close();
  const mirrored = Object.keys(localStorage)
    .filter((key) => key.startsWith(LAST))
    .map((key) => Number(key.slice(LAST.length)));
  return [...new Set([...lines.map((line) => line.sitting), ...mirrored])];
}

/**
 * Tells the server, with everything that this browser asks for, whether entries of a sitting wait here.
 *
 * @param {number} sitting
 * @param {boolean} waits
 */
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
  /**
   * @param {IDBPDatabase} database
   * @param {number} sitting
   */
  constructor(database, sitting) {
    this.database = database;
    this.sitting = sitting;
    this.key = `${LAST}${sitting}`;
    /** @type {({ entry: Entry } & Seat)[]} */
    this.unwritten = [];
    this.last = 0;
  }

  /** Returns this sitting's lines in the order they were made. */
  async all() {
    const left = /** @type {({ entry: Entry } & Seat)[]} */ (JSON.parse(localStorage.getItem(this.key) ?? '[]'));
    const kept = new Set((await this.written()).map((line) => line.entry.id));
    this.unwritten = left.filter(({ entry }) => !kept.has(entry.id));
    await this.write(this.unwritten);
    return this.written();
  }

  /**
   * Writes entries down that a window has made; its seat and token say so also when another window sends them.
   *
   * @param {Entry[]} entries
   * @param {Seat} seat
   */
  add(entries, { seat, token }) {
    const lines = entries.map((entry) => ({ entry, seat, token }));
    this.unwritten.push(...lines);
    this.mirror();
    return this.write(lines);
  }

  /** @param {({ entry: Entry } & Seat)[]} lines */
  async write(lines) {
    const whole = lines.map((line) => ({ ...line, sitting: this.sitting, state: 'waiting', n: this.place() }));
    await this.change((store) => whole.map((line) => store.put(line)));
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

  /** @returns {Promise<Line[]>} */
  async written() {
    const lines = await this.database.getAllFromIndex(STORE, 'sitting', this.sitting);
    return lines.sort((a, b) => a.n - b.n);
  }

  /**
   * Notes what became of entries, by id.
   *
   * @param {Map<string, Result['status']>} states
   */
  settle(states) {
    return this.change((store) =>
      [...states].map(async ([id, state]) => {
        const line = await store.get(id);
        if (line) {
          await store.put({ ...line, state });
        }
      }),
    );
  }

  /** Forgets everything of this sitting; to be called only when nothing waits. */
  async clear() {
    const lines = await this.written();
    await this.change((store) => lines.map((line) => store.delete(line.entry.id)));
    localStorage.removeItem(this.key);
  }

  /**
   * Changes the store in one transaction, which is on the disk when this resolves.
   *
   * @param {(store: IDBPObjectStore<any, ['entries'], 'entries', 'readwrite'>) => Promise<unknown>[]} make
   */
  async change(make) {
    const transaction = this.database.transaction(STORE, 'readwrite', { durability: 'strict' });
    await Promise.all([...make(transaction.store), transaction.done]);
  }
}
