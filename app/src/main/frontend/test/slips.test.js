import assert from 'node:assert/strict';
import { afterEach, beforeEach, describe, it, mock } from 'node:test';
import { slip } from '../js/slips.js';

describe('a slip', () => {
  let shown;

  beforeEach(() => {
    mock.timers.enable({ apis: ['setTimeout'] });
    shown = [];
    const make = () => {
      const element = { remove: () => (shown = shown.filter((other) => other !== element)) };
      return element;
    };
    globalThis.document = {
      createElement: make,
      querySelector: (selector) => (selector === '.slip' ? shown.at(-1) : { append: (element) => shown.push(element) }),
    };
  });
  afterEach(() => mock.timers.reset());

  const words = () => shown.map((element) => element.textContent);

  it('leaves by itself after nine seconds', () => {
    slip('five minutes left');
    mock.timers.tick(8_999);
    assert.deepEqual(words(), ['five minutes left']);
    mock.timers.tick(1);
    assert.deepEqual(words(), []);
  });

  it('makes room for the next, which stays as long', () => {
    slip('one');
    mock.timers.tick(5_000);
    slip('two');
    assert.deepEqual(words(), ['two']);
    mock.timers.tick(8_999);
    assert.deepEqual(words(), ['two']);
    mock.timers.tick(1);
    assert.deepEqual(words(), []);
  });
});
