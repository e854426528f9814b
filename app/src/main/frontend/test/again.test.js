import assert from 'node:assert/strict';
import { afterEach, beforeEach, describe, mock, test } from 'node:test';
import { later, untilDone } from '../js/again.js';

const network = new EventTarget();

beforeEach(() => {
  mock.timers.enable({ apis: ['setTimeout'] });
  globalThis.addEventListener = network.addEventListener.bind(network);
  globalThis.removeEventListener = network.removeEventListener.bind(network);
});

afterEach(() => mock.timers.reset());

const settle = () => new Promise((resolve) => setImmediate(resolve));

describe('Trying again', () => {
  test('waits its time', async () => {
    let done = false;
    later(1_000).then(() => (done = true));
    mock.timers.tick(999);
    await settle();
    assert.equal(done, false);
    mock.timers.tick(1);
    await settle();
    assert.equal(done, true);
  });

  test('does not wait longer than the network is away', async () => {
    let done = false;
    later(60_000).then(() => (done = true));
    network.dispatchEvent(new Event('online'));
    await settle();
    assert.equal(done, true);
  });

  test('goes on after failures and what comes to nothing, until something is there', async () => {
    const answers = [() => Promise.reject(new Error('away')), () => Promise.resolve(undefined), () => Promise.resolve(0)];
    let tries = 0;
    let got;
    untilDone(() => answers[tries++](), 500).then((value) => (got = value));
    for (let i = 0; i < 3; i++) {
      await settle();
      mock.timers.tick(500);
    }
    await settle();
    assert.equal(tries, 3);
    assert.equal(got, 0);
  });
});
