// The seat of a window: what the server calls it, and the token by which its entries are taken in when nobody is signed in.
// A window keeps its own; the browser keeps the last one, for a window that is opened without a network.
const SEAT = 'ledger-seat-';

/**
 * Names the seat of a sitting among the windows of this browser.
 *
 * @param {number} sitting
 */
export function seatKey(sitting) {
  return `${SEAT}${sitting}`;
}

/**
 * @param {Storage} storage
 * @param {number} sitting
 */
function read(storage, sitting) {
  const [seat, token] = (storage.getItem(seatKey(sitting)) ?? ' ').split(' ');
  return { seat, token };
}

/**
 * Returns `{seat, token}` of this window; both are empty if it has no seat.
 *
 * @param {number} sitting
 */
export function ownSeat(sitting) {
  return read(sessionStorage, sitting);
}

/**
 * Returns `{seat, token}` of the window of this browser that took the seat last.
 *
 * @param {number} sitting
 */
export function lastSeat(sitting) {
  return read(localStorage, sitting);
}

/**
 * @param {number} sitting
 * @param {import('../types/entries.d.ts').Seat} seat
 */
export function keepSeat(sitting, { seat, token }) {
  for (const storage of [sessionStorage, localStorage]) {
    storage.setItem(seatKey(sitting), `${seat} ${token}`);
  }
}

/** Forgets the seats of all sittings, so that whoever uses this window next cannot send in the name of another. */
export function forgetSeats() {
  for (const storage of [sessionStorage, localStorage]) {
    Object.keys(storage)
      .filter((key) => key.startsWith(SEAT))
      .forEach((key) => storage.removeItem(key));
  }
}
