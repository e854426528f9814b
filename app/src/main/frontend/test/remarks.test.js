import assert from 'node:assert/strict';
import { test } from 'node:test';
import { pieces, taking } from '../js/marking/remarks.js';

const at = (from, to, response = 'R') => ({ response, from, to, text: '' });

test('a stretch takes the place of those that it touches, in the same text only', () => {
  const remarks = [at(0, 4), at(6, 9), at(2, 3, 'S')];
  assert.deepEqual(taking(remarks, at(3, 7)), [at(3, 7), at(2, 3, 'S')]);
  assert.deepEqual(taking(remarks, at(4, 6)), [at(0, 4), at(4, 6), at(6, 9), at(2, 3, 'S')]);
});

test('a text is cut where something is highlighted, and comes to itself again', () => {
  const cut = pieces('She came off.', [at(0, 3), at(9, 12)]);
  assert.deepEqual(
    cut.map(({ text, highlighted }) => (highlighted ? `[${text}]` : text)),
    ['[She]', ' came ', '[off]', '.'],
  );
  assert.equal(cut.map(({ text }) => text).join(''), 'She came off.');
  assert.deepEqual(pieces('', []), []);
});
