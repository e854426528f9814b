import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Fraction } from '../js/marking/fraction.js';

test('marks are added up exactly', () => {
  const third = Fraction.parse('1/3');
  assert.equal(third.plus(third).plus(third).toString(), '1');
  assert.equal(Fraction.parse('5/2').plus(Fraction.parse('-1/2')).toString(), '2');
  assert.ok(Fraction.parse('1/2').isMoreThan(third));
});

test('what is typed is read as people write numbers', () => {
  assert.equal(Fraction.read(' +0,5 ')?.toString(), '1/2');
  assert.equal(Fraction.read('-1')?.toString(), '-1');
  assert.equal(Fraction.read('−1/2')?.toString(), '-1/2');
  for (const wrong of ['', 'a', '1/0', '1.', '--1', '1e3']) {
    assert.equal(Fraction.read(wrong), undefined, wrong);
  }
});
