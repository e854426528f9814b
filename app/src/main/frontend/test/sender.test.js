import assert from 'node:assert/strict';
import { afterEach, beforeEach, describe, it, mock } from 'node:test';

globalThis.addEventListener = () => {};
globalThis.document = { cookie: 'XSRF-TOKEN=abc' };
const { Sender } = await import('../js/sender.js');

const entry = (number, size = 0) => ({ id: `e${number}`, note: 'x'.repeat(size) });
const entries = (from, to) => Array.from({ length: to - from + 1 }, (_, i) => entry(from + i));

describe('the sender', () => {
  let answers;
  let sent;
  let settled;
  let stopped;

  beforeEach(() => {
    mock.timers.enable({ apis: ['setTimeout', 'setInterval'] });
    mock.method(Math, 'random', () => 0.5);
    answers = [];
    sent = [];
    settled = [];
    stopped = [];
    mock.method(globalThis, 'fetch', async (path, { body }) => {
      const batch = JSON.parse(await body.text());
      sent.push(batch);
      const { status = 200, results } = answers.shift() ?? {};
      if (status === 0) {
        throw new TypeError('no network');
      }
      const all = results ?? batch.entries.map(({ id }) => ({ id, status: 'entered' }));
      return { ok: status === 200, status, json: async () => ({ now: 1, results: all }) };
    });
  });
  afterEach(() => {
    mock.timers.reset();
    mock.restoreAll();
  });

  const sender = (more = {}) =>
    new Sender(
      '/sittings/1/entries',
      { learn() {} },
      {
        seat: () => ({ seat: 's' }),
        digest: ({ id }) => `digest of ${id}`,
        answered: (results) => settled.push(...results),
        changed() {},
        stopped: (status) => stopped.push(status),
        ...more,
      },
    );

  /** Lets what has been answered be taken in, and then so many milliseconds pass. */
  async function pass(millis) {
    mock.timers.tick(millis);
    for (let i = 0; i < 30; i += 1) {
      await Promise.resolve();
    }
  }

  it('sends at once what somebody waits for, and only once', async () => {
    const one = sender();
    one.add(entries(1, 2));
    let done = false;
    one.drained().then(() => {
      done = true;
    });
    await pass(0);
    assert.equal(sent.length, 1);
    assert.equal(done, true);
    await pass(1000);
    assert.equal(sent.length, 1);
  });

  it('gathers what is made together and sends it once, the oldest first', async () => {
    const one = sender();
    one.add([entry(1)]);
    one.add([entry(2)]);
    await pass(25);
    assert.deepEqual(
      sent.map((batch) => batch.entries.map(({ id }) => id)),
      [['e1', 'e2']],
    );
    assert.equal(one.count, 0);
    assert.deepEqual(settled, [
      { id: 'e1', status: 'entered' },
      { id: 'e2', status: 'entered' },
    ]);
  });

  it('sends at most 200 at a time and announces the others', async () => {
    const one = sender();
    one.add(entries(1, 230));
    await pass(25);
    await pass(25);
    assert.deepEqual(
      sent.map((batch) => batch.entries.length),
      [200, 30],
    );
    assert.equal(sent[0].waiting.length, 30);
    assert.equal(sent[0].waiting[0], 'digest of e201');
    assert.equal(sent[1].waiting, undefined);
  });

  it('sends long entries apart, but each of them', async () => {
    const one = sender();
    one.add([entry(1, 100_000), entry(2, 100_000), entry(3, 200_000)]);
    await pass(25);
    await pass(25);
    await pass(25);
    assert.deepEqual(
      sent.map((batch) => batch.entries.map(({ id }) => id)),
      [['e1'], ['e2'], ['e3']],
    );
  });

  it('waits longer after each failure, and loses nothing', async () => {
    answers = [{ status: 0 }, { status: 503 }];
    const one = sender();
    one.add([entry(1)]);
    await pass(25);
    await pass(499);
    assert.equal(sent.length, 1);
    await pass(1);
    await pass(25);
    assert.equal(sent.length, 2);
    await pass(1_000);
    await pass(25);
    assert.equal(sent.length, 3);
    assert.equal(one.count, 0);
    assert.equal(settled.length, 1);
  });

  it('finds the entry that can never be taken, and goes on with the others', async () => {
    answers = [{ status: 400 }, { status: 400 }, { status: 400 }];
    const one = sender();
    one.add(entries(1, 4));
    for (let i = 0; i < 8; i += 1) {
      await pass(25);
    }
    assert.deepEqual(
      settled.map(({ id, status }) => `${id} ${status}`),
      ['e1 refused', 'e2 entered', 'e3 entered', 'e4 entered'],
    );
  });

  it('stops when another window writes, and says so', async () => {
    answers = [{ status: 409, results: [{ id: 'e1', status: 'held' }] }];
    const one = sender();
    one.add([entry(1)]);
    await pass(25);
    await pass(20_000);
    assert.deepEqual(stopped, [409]);
    assert.deepEqual(settled, [{ id: 'e1', status: 'held' }]);
    assert.equal(sent.length, 1);
  });

  it('sends what is left when another computer has taken its place, and falls silent then', async () => {
    const one = sender();
    one.beat(5_000);
    answers = [{ status: 0 }];
    one.add([entry(1)]);
    await pass(25);
    one.sendRest();
    answers = [{ status: 409, results: [{ id: 'e1', status: 'held' }] }];
    await pass(25);

    assert.equal(one.count, 0);
    assert.deepEqual(settled, [{ id: 'e1', status: 'held' }]);
    assert.deepEqual(stopped, []);
    const before = sent.length;
    await pass(20_000);
    assert.equal(sent.length, before);
  });

  it('tells when nothing waits any more', async () => {
    const one = sender();
    let rested = false;
    one.add([entry(1)]);
    one.drained().then(() => {
      rested = true;
    });
    assert.equal(rested, false);
    await pass(0);
    assert.equal(rested, true);
  });
});
