import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { byNeed, count, gathered, isResting, left, needs, strip, where } from '../js/board/standing.js';

const NOW = 1_000_000;
let made = 0;

function place(changes = {}, board = {}) {
  made += 1;
  return {
    sitting: made,
    chair: `A${made}`,
    name: `Name ${made}`,
    number: `BW-${made}`,
    route: 0,
    progress: 'in-progress',
    held: 0,
    lost: 0,
    waiting: 0,
    board: { stage: 0, where: 'at', answered: 0, ...board },
    ...changes,
  };
}

const ROUTE = {
  questions: 10,
  stages: [
    { kind: 'block', title: 'One', weight: 20 },
    { kind: 'break', title: 'Rest', weight: 10 },
    { kind: 'block', title: 'Two', weight: 30 },
  ],
};

describe('The time left on a board', () => {
  it('runs down to its deadline and not below', () => {
    assert.equal(left(place({}, { deadline: NOW + 5_000 }), NOW), 5_000);
    assert.equal(left(place({}, { deadline: NOW + 5_000 }), NOW + 9_000), 0);
  });

  it('stands in a pause and in a break whose clocks stand', () => {
    assert.equal(left(place({}, { left: 7_000, pausedSince: NOW - 60_000 }), NOW), 7_000);
    assert.equal(left(place({}, { left: 7_000, rest: NOW + 1 }), NOW), 7_000);
  });

  it('runs on from the end of a break that has ended by itself', () => {
    const board = { left: 7_000, rest: NOW - 2_000, deadlineAfterRest: NOW + 5_000 };
    assert.equal(left(place({}, board), NOW), 5_000);
  });

  it('is nothing for who is not inside', () => {
    assert.equal(left(place({ progress: 'before' }), NOW), undefined);
    assert.equal(left(place({ progress: 'handed-in' }, { deadline: NOW }), NOW), undefined);
  });
});

describe('What somebody is needed for', () => {
  it('is nothing for who gets on', () => {
    assert.deepEqual(needs(place()), []);
  });

  it('says first what cannot wait', () => {
    const kinds = needs(
      place(
        { lost: NOW - 1, held: 2 },
        { pausedSince: NOW - 9, call: { reason: 'technical', since: NOW - 3, note: 'It stays dark' } },
      ),
    ).map(({ kind }) => kind);
    assert.deepEqual(kinds, ['call', 'lost', 'held', 'paused']);
  });

  it('is a candidate at the door only where the invigilator can do something', () => {
    const door = (needsSomebody) =>
      needs(place({}, { door: { kind: 'door', since: 1, why: ['late'], note: '', needsSomebody } })).map(({ kind }) => kind);
    assert.deepEqual(door(false), []);
    assert.deepEqual(door(true), ['leave']);
  });

  it('holds entries of who has handed in, and a sitting that cannot be read', () => {
    assert.deepEqual(needs(place({ progress: 'handed-in', held: 3 }))[0].count, 3);
    assert.equal(needs(place({ progress: 'unreadable' }))[0].kind, 'unreadable');
  });

  it('is one thing for seats that lost the connection at once', () => {
    const seats = [0, 4_000, 19_000, 60_000].map((later) => place({ lost: NOW + later }));
    const all = gathered(seats);
    assert.deepEqual(
      all.map(({ need, places }) => [need.kind, places.length]),
      [
        ['cut', 3],
        ['lost', 1],
      ],
    );
    assert.equal(all[0].need.since, NOW);
  });

  it('is one for each of two seats, which may have two causes', () => {
    const all = gathered([place({ lost: NOW }), place({ lost: NOW + 1 })]);
    assert.deepEqual(
      all.map(({ need }) => need.kind),
      ['lost', 'lost'],
    );
  });

  it('gathers all that are paused, behind everybody else', () => {
    const all = gathered([
      place({}, { pausedSince: NOW - 900 }),
      place({}, { pausedSince: NOW - 800 }),
      place({}, { call: { reason: 'other', since: NOW, note: '' } }),
    ]);
    assert.deepEqual(
      all.map(({ need, places }) => [need.kind, places.length]),
      [
        ['call', 1],
        ['all-paused', 2],
      ],
    );
  });
});

describe('The order of the list', () => {
  it('has what cannot wait first, then the longest wait, then the seats as people count', () => {
    const calm = place({ chair: 'A10' });
    const calmToo = place({ chair: 'A9' });
    const lost = place({ lost: 5 });
    const calls = place({}, { call: { reason: 'other', since: 9, note: '' } });
    const callsLonger = place({}, { call: { reason: 'other', since: 8, note: '' } });
    assert.deepEqual(byNeed([calm, lost, calls, calmToo, callsLonger]), [callsLonger, calls, lost, calmToo, calm]);
  });
});

describe('Where a candidate is', () => {
  it('is the stage, the break with its end, the door, or the end', () => {
    assert.deepEqual(where(place(), ROUTE, NOW), { key: 'stage', title: 'One' });
    assert.deepEqual(where(place({}, { stage: 2, where: 'before' }), ROUTE, NOW), { key: 'waits-before', title: 'Two' });
    assert.deepEqual(where(place({}, { stage: 1, rest: NOW + 1 }), ROUTE, NOW), { key: 'break', at: NOW + 1 });
    assert.deepEqual(where(place({}, { rest: 0 }), ROUTE, NOW).key, 'break-stands');
    assert.deepEqual(where(place({ progress: 'handed-in' }, { overAt: 7 }), ROUTE, NOW), { key: 'handed-in', at: 7 });
  });

  it('is no break any more when that has ended', () => {
    assert.equal(isResting(place({}, { rest: NOW }), NOW), false);
    assert.equal(isResting(place({}, { rest: NOW + 1 }), NOW), true);
  });
});

describe('The head of a board', () => {
  it('counts everybody once, and connections besides', () => {
    const counted = count(
      [
        place(),
        place({ lost: 4 }),
        place({}, { rest: NOW + 1 }),
        place({}, { door: { kind: 'door', since: 1, why: [], note: '' } }),
        place({ progress: 'handed-in' }),
        place({ progress: 'before' }),
      ],
      NOW,
    );
    assert.deepEqual(counted, { work: 2, rest: 1, door: 1, lost: 1, over: 1, absent: 1, all: 6 });
  });
});

describe('The strip of a route', () => {
  it('fills what is behind, and the open stage by its clock', () => {
    const parts = strip(place({}, { stage: 2, where: 'at', deadline: NOW + 15, allowance: 60 }), ROUTE, NOW);
    assert.deepEqual(
      parts.map(({ done }) => done),
      [1, 1, 0.75],
    );
    assert.deepEqual(
      parts.map(({ rest }) => rest),
      [false, true, false],
    );
  });

  it('is empty before the door', () => {
    assert.deepEqual(
      strip(place({ progress: 'before' }, { stage: -1 }), ROUTE, NOW).map(({ done }) => done),
      [0, 0, 0],
    );
  });
});
