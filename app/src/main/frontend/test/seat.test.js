import assert from 'node:assert/strict';
import { beforeEach, describe, it } from 'node:test';
import { forgetSeats, keepSeat, lastSeat, ownSeat } from '../js/seat.js';

/** Storage as browsers have it: what is kept are its own members. */
class Storage {
  getItem(key) {
    return this[key] ?? null;
  }
  setItem(key, value) {
    this[key] = value;
  }
  removeItem(key) {
    delete this[key];
  }
}

describe('seats', () => {
  beforeEach(() => {
    globalThis.localStorage = new Storage();
    globalThis.sessionStorage = new Storage();
  });

  it('are empty where none was taken', () => {
    assert.deepEqual(ownSeat(7), { seat: '', token: '' });
  });

  it('are kept by the window and, for the next window, by the browser', () => {
    keepSeat(7, { seat: 'a', token: 't' });
    globalThis.sessionStorage = new Storage();
    assert.deepEqual(ownSeat(7), { seat: '', token: '' });
    assert.deepEqual(lastSeat(7), { seat: 'a', token: 't' });
    assert.deepEqual(lastSeat(8), { seat: '', token: '' });
  });

  it('are forgotten for all sittings, and nothing else is', () => {
    keepSeat(7, { seat: 'a', token: 't' });
    keepSeat(8, { seat: 'b', token: 'u' });
    localStorage.setItem('theme', 'dark');
    forgetSeats();
    assert.deepEqual(lastSeat(7), { seat: '', token: '' });
    assert.deepEqual(ownSeat(8), { seat: '', token: '' });
    assert.equal(localStorage.getItem('theme'), 'dark');
  });
});
