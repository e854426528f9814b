import assert from 'node:assert/strict';
import { afterEach, beforeEach, describe, it, mock } from 'node:test';
import { ExamClock } from '../js/examclock.js';

const NINE = 1_795_770_000_000;

describe('the exam clock', () => {
  let passed = 0;

  beforeEach(() => {
    passed = 0;
    mock.method(performance, 'now', () => passed);
  });
  afterEach(() => mock.restoreAll());

  it('goes with the time that passes in the page', () => {
    const clock = new ExamClock(NINE);
    passed = 1_500;
    assert.equal(clock.now(), NINE + 1_500);
  });

  it('takes half of the round trip for the way back', () => {
    const clock = new ExamClock(NINE);
    passed = 200;
    clock.learn(NINE + 5_000, 0);
    assert.equal(clock.now(), NINE + 5_100);
  });

  it('trusts a short round trip more than a long one', () => {
    const clock = new ExamClock(NINE);
    passed = 20;
    clock.learn(NINE + 10, 0);
    passed = 1_020;
    clock.learn(NINE + 700, 20);
    assert.equal(clock.now(), NINE + 1_020);
  });

  it('follows the server where the difference is more than the round trips explain', () => {
    const clock = new ExamClock(NINE);
    passed = 20;
    clock.learn(NINE + 10, 0);
    passed = 120;
    clock.learn(NINE + 60_000, 20);
    assert.equal(clock.now(), NINE + 60_050);
  });

  it('never goes back', () => {
    const clock = new ExamClock(NINE);
    passed = 10_000;
    const before = clock.now();
    clock.set(NINE);
    assert.equal(clock.now(), before);
  });

  it('minds what it only hears when it differs by seconds', () => {
    const clock = new ExamClock(NINE);
    clock.hear(NINE + 1_900);
    assert.equal(clock.now(), NINE);
    clock.hear(NINE + 30_000);
    assert.equal(clock.now(), NINE + 30_000);
  });
});
