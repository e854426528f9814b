/** An entry as the rulebook's module makes it; see docs/LEDGER.md. */
export interface Entry {
  id: string;
  [member: string]: unknown;
}

/** What the server says became of an entry. */
export interface Result {
  id: string;
  status: 'entered' | 'held' | 'refused';
  verdict?: string;
}

/** What names a window that writes: what the server calls it, and the token that stands for it. */
export interface Seat {
  seat: string;
  token?: string;
}

/** A line of the journal of this browser. */
export interface Line extends Seat {
  entry: Entry;
  sitting: number;
  state: 'waiting' | Result['status'];
  /** The order of the lines. */
  n: number;
}

/** The rulebook's module, as far as entries go. */
export interface Desk {
  /** Returns the canonical text of an entry. */
  made(entry: Entry): string;
}
