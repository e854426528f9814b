import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { columns, edge, nameOf, placeOf, within } from '../js/tools/cell-names.js';

describe('The cells of the worksheet', () => {
  test('are named as in any spreadsheet', () => {
    assert.equal(nameOf([0, 0]), 'A1');
    assert.equal(nameOf([25, 199]), 'Z200');
    assert.deepEqual(placeOf('B7'), [1, 6]);
    assert.equal(columns().join(''), 'ABCDEFGHIJKLMNOPQRSTUVWXYZ');
  });

  test('keep every place within the sheet', () => {
    assert.equal(within(-3, 26), 0);
    assert.equal(within(26, 26), 25);
  });
});

describe('A jump', () => {
  const filled = new Set(['B2', 'B3', 'B4', 'B9']);
  const isFilled = (cell) => filled.has(nameOf(cell));
  const jump = (from, step) => nameOf(edge(placeOf(from), step, isFilled));

  test('within filled cells goes to the last of them', () => {
    assert.equal(jump('B2', [0, 1]), 'B4');
    assert.equal(jump('B4', [0, -1]), 'B2');
  });

  test('from the last filled cell goes to the next that is filled', () => {
    assert.equal(jump('B4', [0, 1]), 'B9');
  });

  test('over empty cells goes to the edge of the sheet', () => {
    assert.equal(jump('B9', [0, 1]), 'B200');
    assert.equal(jump('A5', [-1, 0]), 'A5');
    assert.equal(jump('C5', [1, 0]), 'Z5');
  });

  test('from an empty cell goes to the first that is filled', () => {
    assert.equal(jump('B1', [0, 1]), 'B2');
    assert.equal(jump('A3', [1, 0]), 'B3');
  });
});
