// What the board says of a place in words.
import { span } from '../words.js';
import { left, needs, where } from './standing.js';

/** @import { Place, Route } from '../../types/board.d.ts' */

/**
 * Says where a candidate is.
 *
 * @param {Place} place
 * @param {Route} route
 * @param {import('../words.js').Words} words
 * @param {number} now
 */
export function sayWhere(place, route, words, now) {
  const { key, title, at } = where(place, route, now);
  const { checked } = place.board;
  if (key === 'before' && checked) {
    const wanting = checked.wanting.map((line) => words.say(`why.station.${line}`)).join(' ');
    return words.say(wanting ? 'where.before.remark' : 'where.before.checked', wanting);
  }
  return words.say(`where.${key}`, title ?? (at ? words.minute(at) : ''));
}

/**
 * Says all that a place shows in one sentence, for those who hear it.
 *
 * @param {Place} place
 * @param {Route} route
 * @param {import('../words.js').Words} words
 * @param {number} now
 */
export function describe(place, route, words, now) {
  const remains = left(place, now);
  const said = needs(place).map((need) => words.say(`need.${need.kind}`, need.count ?? 0));
  return [
    [place.chair, place.name].filter(Boolean).join(' '),
    ...said,
    sayWhere(place, route, words, now),
    remains === undefined ? '' : words.say('left', span(remains)),
    words.say('answered', place.board.answered, route.questions),
  ]
    .filter(Boolean)
    .join(', ');
}
