import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { span, Words } from '../js/words.js';

const words = new Words(
  {
    plain: "It is the candidate's.",
    left: '{0, plural, one {1 try is left.} other {{0} tries are left.}}',
    ends: '‘{1}’ ends at {0}; that is {2}.',
    quoted: "The board''s clock says {0}.",
  },
  'UTC',
  'en',
);

describe('Words', () => {
  test('without arguments are said as they stand', () => {
    assert.equal(words.say('plain'), "It is the candidate's.");
  });

  test('count as the language counts', () => {
    assert.equal(words.say('left', 1), '1 try is left.');
    assert.equal(words.say('left', 0), '0 tries are left.');
    assert.equal(words.say('left', 1_000), '1000 tries are left.');
  });

  test('take their arguments where they stand', () => {
    assert.equal(words.say('ends', '09:30', 'Rules <b>', 'soon'), '‘Rules <b>’ ends at 09:30; that is soon.');
    assert.equal(words.say('quoted', '09:30'), "The board's clock says 09:30.");
  });

  test('that nobody has written are named', () => {
    assert.equal(words.say('missing', 1), 'missing');
  });
});

describe('A span', () => {
  test('has hours where there are any', () => {
    assert.equal(span(59_000), '0:59');
    assert.equal(span(3_661_000), '1:01:01');
  });

  test('is rounded up where a deadline must not seem earlier than it is', () => {
    assert.equal(span(59_001, true), '1:00');
    assert.equal(span(59_999), '0:59');
  });
});
